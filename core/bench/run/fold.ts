import { reasonOf } from './reasons'
import type { RunPlan } from '../../plan/run-plan'
import type { FrostFigures, JudgedLook, PieceFact, RunEvent } from './events'
import { refuseStep } from './allowed'
import type { PieceState, RunState, Stamp } from './state'

/** A run to which nothing has happened yet. */
export function emptyRun(plan: RunPlan): RunState {
  const pieces = Array.from({ length: plan.pieces }, (_, i): PieceState => ({
    n: i + 1,
    coatStarted: null,
    covered: null,
    care: [],
    gunOn: null,
    gunSeconds: 0,
    blasted: null,
    off: null,
    offEarly: null,
    rinsed: null,
    mishaps: [],
    withdrawn: null,
    taken: null,
    judged: null,
  }))
  return {
    pieces,
    ticked: {},
    done: {},
    skipped: {},
    tried: { started: null, judged: null },
    measured: null,
    bicarbonate: 0,
    tub: null,
    gloves: [],
    paused: null,
    notes: [],
    finished: null,
    abandoned: null,
  }
}

/** Events that count: each id once, at its first place, without those taken back and without the taking back. */
export function effectiveEvents(events: readonly RunEvent[]): RunEvent[] {
  const undone = new Set(events.flatMap(e => (e.kind === 'event.undone' ? [e.target] : [])))
  const seen = new Set<string>()
  return events.filter((e) => {
    if (seen.has(e.id)) return false
    seen.add(e.id)
    return e.kind !== 'event.undone' && !undone.has(e.id)
  })
}

/** Seconds that the gun of this piece has been on since it was last switched on. */
const gunSince = (piece: PieceState, at: number) => (piece.gunOn ? Math.max(0, at - piece.gunOn.at) / 1000 : 0)

function changePiece(state: RunState, n: number, change: Partial<PieceState>): RunState {
  return { ...state, pieces: state.pieces.map(p => (p.n === n ? { ...p, ...change } : p)) }
}

const lookOf = ({ result, faults, note, marks, remedy, early }: JudgedLook): JudgedLook => ({
  result,
  faults,
  note,
  ...(marks?.length ? { marks } : {}),
  ...(remedy ? { remedy } : {}),
  ...(early ? { early } : {}),
})

const frostOf = (f: FrostFigures): FrostFigures => ({
  placement: f.placement,
  contrast: f.contrast,
  mottle: f.mottle,
  graininess: f.graininess,
  raggedness: f.raggedness,
  blur: f.blur,
  offset: f.offset,
  outside: f.outside,
  missing: f.missing,
  scale: f.scale,
  card: f.card,
  photo: f.photo,
})

/** Where the state keeps each fact. */
export const FIELD_OF: Record<PieceFact, 'coatStarted' | 'covered' | 'off' | 'rinsed'> = {
  'coat.started': 'coatStarted',
  'coat.covered': 'covered',
  'etchant.off': 'off',
  'piece.rinsed': 'rinsed',
}

/** State after one allowed event. */
export function applyEvent(state: RunState, event: RunEvent): RunState {
  const stamp: Stamp = { by: event.by, at: event.at }
  switch (event.kind) {
    case 'gate.ticked':
      return { ...state, ticked: { ...state.ticked, [event.step]: { ...state.ticked[event.step], [event.item]: stamp } } }
    case 'step.done':
      return { ...state, done: { ...state.done, [event.step]: stamp } }
    case 'step.skipped':
      return { ...state, skipped: { ...state.skipped, [event.step]: { ...stamp, ...reasonOf(event) } } }
    case 'try.started':
      return { ...state, tried: { started: stamp, judged: null } }
    case 'try.judged':
      return { ...state, tried: { ...state.tried, judged: { ...stamp, result: event.result } } }
    case 'care.given':
      return changePiece(state, event.piece, { care: [...state.pieces[event.piece - 1]!.care, { ...stamp, care: event.care }] })
    case 'gun.on':
      return changePiece(state, event.piece, { gunOn: stamp })
    case 'gun.off': {
      const piece = state.pieces[event.piece - 1]!
      return changePiece(state, event.piece, { gunOn: null, gunSeconds: piece.gunSeconds + gunSince(piece, event.at) })
    }
    case 'gun.entered':
      return changePiece(state, event.piece, { gunSeconds: event.seconds })
    case 'piece.blasted':
      return changePiece(state, event.piece, { blasted: stamp })
    case 'coat.started':
      return changePiece(state, event.piece, { coatStarted: stamp })
    case 'coat.covered':
      return changePiece(state, event.piece, { covered: stamp })
    case 'etchant.off':
      return changePiece(state, event.piece, {
        off: stamp,
        offEarly: event.reason === undefined ? null : reasonOf({ ...event, reason: event.reason }),
      })
    case 'piece.rinsed':
      return changePiece(state, event.piece, { rinsed: stamp })
    case 'piece.withdrawn':
      return changePiece(state, event.piece, { withdrawn: { ...stamp, ...reasonOf(event) } })
    case 'piece.mishap': {
      const { mishaps } = state.pieces[event.piece - 1]!
      return changePiece(state, event.piece, { mishaps: [...mishaps, { ...stamp, ...reasonOf(event), spot: event.spot }] })
    }
    case 'piece.taken':
      return changePiece(state, event.piece, { taken: stamp })
    case 'fact.settled':
      return changePiece(state, event.piece, { [FIELD_OF[event.fact]]: { by: event.heldBy, at: event.heldAt } })
    case 'run.paused':
      return { ...state, paused: { ...stamp, ...reasonOf(event) } }
    case 'run.resumed':
      return { ...state, paused: null }
    case 'etchant.measured':
      return { ...state, measured: { ...stamp, putOut: event.putOut, back: event.back } }
    case 'bicarbonate.added':
      return { ...state, bicarbonate: state.bicarbonate + event.grams }
    case 'tub.chosen':
      return { ...state, tub: event.tub }
    case 'gloves.changed':
      return { ...state, gloves: [...state.gloves, { ...stamp, supply: event.supply }] }
    case 'piece.judged':
    case 'look.corrected':
      return changePiece(state, event.piece, { judged: { ...stamp, ...lookOf(event) } })
    case 'time.corrected': {
      // Whoever did it did it, whenever that was.
      const was = state.pieces[event.piece - 1]![FIELD_OF[event.fact]]!
      return changePiece(state, event.piece, { [FIELD_OF[event.fact]]: { ...was, at: event.heldAt } })
    }
    case 'frost.read': {
      const { frost = [] } = state.pieces[event.piece - 1]!
      return changePiece(state, event.piece, { frost: [...frost, { ...stamp, ...frostOf(event) }] })
    }
    case 'run.finished':
      return { ...state, finished: stamp }
    case 'run.abandoned':
      return { ...state, abandoned: { ...stamp, ...reasonOf(event) } }
    case 'note.written':
      return { ...state, notes: [...state.notes, { ...stamp, why: event.why, of: event.of, text: event.text }] }
    case 'event.undone':
      return state
  }
}

/**
 * State of a run: a pure fold over its events in the order the server accepted them. Sending an event twice
 * changes nothing; one that the state does not allow is passed over, so that the fold never throws.
 */
export function foldRun(plan: RunPlan, events: readonly RunEvent[]): RunState {
  return effectiveEvents(events).reduce(
    (state, event) => (refuseStep(plan, state, event) === null ? applyEvent(state, event) : state),
    emptyRun(plan),
  )
}
