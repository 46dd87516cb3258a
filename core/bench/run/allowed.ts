import type { RunPlan } from '../../plan/run-plan'
import type { PieceFact, RunEvent } from './events'
import type { RunRefusal } from './refusals'
import { closesRun, currentStep, holderOf, lookHasCome, pieceStage, wetPieces } from './state'
import type { PieceStage, PieceState, RunState } from './state'
import { trayOf } from './tray'
import { takenSince } from './turns'

type PieceEvent = Extract<RunEvent, { piece: number }>

/** Stage a piece must be in for the event, and what to say when it is not. */
const STAGE_NEEDED = {
  'coat.started': { stage: 'untouched', otherwise: 'is-coated' },
  'coat.covered': { stage: 'coating', otherwise: 'not-being-coated' },
  'etchant.off': { stage: 'dwelling', otherwise: 'no-clock' },
  'piece.rinsed': { stage: 'off', otherwise: 'still-on' },
  'care.given': { stage: 'dwelling', otherwise: 'no-clock' },
} as const satisfies Partial<Record<RunEvent['kind'], { stage: PieceStage, otherwise: RunRefusal['code'] }>>

const GUN_EVENTS: readonly RunEvent['kind'][] = ['gun.on', 'gun.off', 'gun.entered', 'piece.blasted']

type Refused = RunRefusal | null

/** The gun works on one piece at a time. */
function refuseGun(state: RunState, event: PieceEvent): Refused {
  const piece = state.pieces[event.piece - 1]!
  if (piece.blasted) return { code: 'is-blasted', piece: piece.n }
  const on = state.pieces.find(p => p.gunOn)
  if (event.kind === 'gun.off') return piece.gunOn ? null : { code: 'gun-is-off' }
  if (on) return on === piece && event.kind === 'gun.on' ? { code: 'gun-is-on' } : { code: 'gun-on-for', piece: on.n }
  return event.kind === 'piece.blasted' && piece.gunSeconds === 0 ? { code: 'no-gun-time', piece: piece.n } : null
}

function refuseTaking(piece: PieceState, by: string): Refused {
  const holder = holderOf(piece)
  if (holder === null) return { code: 'in-no-hands', piece: piece.n }
  // While it dwells, whoever coated it may say that they keep it, whatever the day's plan says.
  const keeps = pieceStage(piece) === 'dwelling' && !takenSince(piece)
  return holder === by && !keeps ? { code: 'is-yours', piece: piece.n } : null
}

/** Order of a piece's facts in time. */
const FACTS_IN_ORDER = ['coatStarted', 'covered', 'off', 'rinsed'] as const
const FACT_AT: Record<PieceFact, number> = { 'coat.started': 0, 'coat.covered': 1, 'etchant.off': 2, 'piece.rinsed': 3 }

/** Why one of a piece's facts can't have happened then; null where it can. */
function refuseTime(piece: PieceState, event: { fact: PieceFact, heldAt: number }): Refused {
  const at = FACT_AT[event.fact]
  const [before, mine, after] = [
    FACTS_IN_ORDER.slice(0, at).map(f => piece[f]),
    piece[FACTS_IN_ORDER[at]!],
    FACTS_IN_ORDER.slice(at + 1).map(f => piece[f]),
  ]
  if (!mine) return { code: 'no-such-fact', piece: piece.n }
  const outOfOrder = before.some(s => s && s.at > event.heldAt) || after.some(s => s && s.at < event.heldAt)
  return outOfOrder ? { code: 'out-of-order', piece: piece.n } : null
}

function refusePiece(plan: RunPlan, state: RunState, event: PieceEvent): Refused {
  const piece = state.pieces[event.piece - 1]
  if (!piece) return { code: 'no-such-piece', piece: event.piece }
  const stage = pieceStage(piece)
  if (stage === 'withdrawn') return { code: 'taken-out', piece: piece.n }
  const step = currentStep(plan, state)
  if (event.kind === 'piece.withdrawn' || event.kind === 'piece.mishap') return null
  if (event.kind === 'piece.taken') return refuseTaking(piece, event.by)
  if (event.kind === 'fact.settled') return refuseTime(piece, event)
  if (event.kind === 'piece.judged')
    return lookHasCome(plan, step) ? null : { code: 'no-judging-yet', piece: piece.n, step: step?.id ?? null }
  if (GUN_EVENTS.includes(event.kind)) return step?.kind === 'blast' ? refuseGun(state, event) : { code: 'no-blasting-yet', step: step!.id }
  if (step?.kind !== 'clock') return { code: 'no-coating-yet', step: step!.id }
  const needed = STAGE_NEEDED[event.kind as keyof typeof STAGE_NEEDED]
  if (stage !== needed.stage) return { code: needed.otherwise, piece: piece.n }
  const inHand
    = event.kind === 'coat.started'
      && !plan.together
      && state.pieces.find(
        p => pieceStage(p) === 'coating' && holderOf(p) === event.by && (!plan.tray || trayOf(plan, p.n) !== trayOf(plan, event.piece)),
      )
  return inHand ? { code: 'finish-coating', piece: inHand.n } : null
}

/** A look is put right once the run is closed: before that it is simply judged again. */
function refuseCorrection(state: RunState, event: Extract<RunEvent, { kind: 'look.corrected' }>): Refused {
  const piece = state.pieces[event.piece - 1]
  if (!piece) return { code: 'no-such-piece', piece: event.piece }
  if (!state.finished) return { code: 'judge-where-judged', piece: piece.n }
  return piece.judged && !piece.withdrawn ? null : { code: 'never-judged', piece: piece.n }
}

/** Times are put right once the run is closed: before that the entry is taken back. */
function refuseRetiming(state: RunState, event: Extract<RunEvent, { kind: 'time.corrected' }>): Refused {
  const piece = state.pieces[event.piece - 1]
  if (!piece) return { code: 'no-such-piece', piece: event.piece }
  if (!state.finished) return { code: 'not-closed' }
  return event.heldAt > state.finished.at ? { code: 'after-closing' } : refuseTime(piece, event)
}

/** Frost is read from a picture once a piece is dry, and as often as wanted after the run is closed: it only adds. */
function refuseReading(plan: RunPlan, state: RunState, event: Extract<RunEvent, { kind: 'frost.read' }>): Refused {
  const piece = state.pieces[event.piece - 1]
  if (!piece) return { code: 'no-such-piece', piece: event.piece }
  if (piece.withdrawn) return { code: 'taken-out', piece: piece.n }
  if (state.finished) return null
  if (state.abandoned) return { code: 'stopped' }
  const step = currentStep(plan, state)
  return lookHasCome(plan, step) ? null : { code: 'no-measuring-yet', piece: piece.n, step: step?.id ?? null }
}

/** Whether this is the number of a piece that is still in the run. */
const isOpenPiece = (state: RunState, item: string) => state.pieces.some(p => String(p.n) === item && !p.withdrawn)

/** Why the state does not allow this event; null when it does. Undo is judged elsewhere. */
export function refuseStep(plan: RunPlan, state: RunState, event: RunEvent): Refused {
  // A note changes no fact, so it can be written whenever there is something to say, after the end as well.
  if (event.kind === 'note.written') return null
  if (event.kind === 'look.corrected') return refuseCorrection(state, event)
  if (event.kind === 'time.corrected') return refuseRetiming(state, event)
  if (event.kind === 'frost.read') return refuseReading(plan, state, event)
  if (state.finished) return { code: 'finished' }
  if (state.abandoned) return { code: 'stopped' }
  if (event.kind === 'run.resumed') return state.paused ? null : { code: 'not-paused' }
  if (state.paused && event.kind !== 'run.abandoned' && event.kind !== 'event.undone' && event.kind !== 'fact.settled')
    return { code: 'paused' }
  if ('piece' in event) return refusePiece(plan, state, event)
  const step = currentStep(plan, state)!
  const { kind, id } = step
  switch (event.kind) {
    case 'gate.ticked': {
      if (id !== event.step || (kind !== 'gate' && !step.each)) return { code: 'no-ticking-yet', step: id }
      if (step.each ? !isOpenPiece(state, event.item) : !step.items!.some(item => item.id === event.item))
        return { code: step.each ? 'piece-has-left' : 'no-such-line' }
      return state.ticked[event.step]?.[event.item] ? { code: 'is-ticked' } : null
    }
    case 'step.done':
      if (id !== event.step) return { code: 'no-closing-step-yet', step: id }
      if (closesRun(plan, step)) return { code: 'close-the-run', step: id }
      // In a tub that serves other runs too it waits to be neutralised with theirs.
      if (kind === 'tub') return state.bicarbonate > 0 || state.tub !== null ? null : { code: 'nothing-in-the-tub' }
      return kind === 'do' ? null : { code: 'part-by-part', step: id }
    case 'step.skipped':
      if (id !== event.step) return { code: 'no-skipping-yet', step: id }
      if (closesRun(plan, step)) return { code: 'last-step' }
      return kind !== 'do' || step.safety ? { code: 'never-skipped', step: id } : null
    case 'try.started':
      return kind === 'try' ? null : { code: 'tried-at-its-step', step: id }
    case 'try.judged':
      if (kind !== 'try') return { code: 'tried-at-its-step', step: id }
      return state.tried.started ? null : { code: 'no-dab' }
    case 'etchant.measured':
      if (kind !== 'measure') return { code: 'amounts-later', step: id }
      return event.back > event.putOut ? { code: 'more-back-than-out' } : null
    case 'bicarbonate.added':
      return kind === 'tub' ? null : { code: 'bicarbonate-at-its-step', step: id }
    case 'tub.chosen':
      return kind === 'tub' ? null : { code: 'tub-at-its-step', step: id }
    case 'run.finished': {
      const open = state.pieces.filter(p => !p.judged && !p.withdrawn)
      if (kind === 'look' && open.length > 0) return { code: 'judge-first', pieces: open.map(p => p.n) }
      return closesRun(plan, step) ? null : { code: 'run-not-through', step: id }
    }
    case 'run.paused':
      if (state.pieces.some(p => p.gunOn)) return { code: 'gun-on-at-pause' }
      return wetPieces(state).length > 0 ? { code: 'wet-at-pause' } : null
    case 'run.abandoned':
      if (state.pieces.some(p => p.gunOn)) return { code: 'gun-on-at-stop' }
      return wetPieces(state).length > 0 ? { code: 'wet-at-stop' } : null
    default:
      return null
  }
}
