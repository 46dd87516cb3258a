import type { RunPlan } from '../../plan/run-plan'
import { refuseStep } from './allowed'
import type { RunEvent } from './events'
import { applyEvent, effectiveEvents, emptyRun } from './fold'
import type { RunRefusal } from './refusals'
import type { PieceState, RunState, Stamp } from './state'

/** Every so many events the state is kept, so that taking one back starts from the last of these before it and not from the beginning. */
const KEEP_EVERY = 32

/** Takes events one after another, keeping the state at hand: each costs the same however long the run is. */
export interface RunIntake {
  state: () => RunState
  /** Whether an event of this id was taken, also when it was taken back since. */
  has: (id: string) => boolean
  /** How many were taken. */
  size: () => number
  /** Takes the event, or says why not and stays as it was. */
  offer: (event: RunEvent) => RunRefusal | null
}

/** Nothing that comes later is allowed or refused for these. */
const INERT: readonly RunEvent['kind'][] = ['care.given', 'note.written']

type Care = PieceState['care'][number]

/** The list without the one entry that this event made; entries that look the same are the same. */
function withoutOne<T extends Stamp>(list: readonly T[], event: RunEvent, same: (entry: T) => boolean): T[] {
  const at = list.findIndex(s => s.by === event.by && s.at === event.at && same(s))
  return list.filter((_, i) => i !== at)
}

function withoutInert(state: RunState, event: RunEvent): RunState {
  if (event.kind === 'note.written') {
    const same = (n: RunState['notes'][number]) => n.text === event.text && n.of === event.of && n.why === event.why
    return { ...state, notes: withoutOne(state.notes, event, same) }
  }
  if (event.kind !== 'care.given') return state
  const without = (p: PieceState) => ({ ...p, care: withoutOne<Care>(p.care, event, c => c.care === event.care) })
  return { ...state, pieces: state.pieces.map(p => (p.n === event.piece ? without(p) : p)) }
}

/** The state with many inert entries at once: a list is copied once for all of them, and not for each. */
function withInert(state: RunState, events: readonly RunEvent[]): RunState {
  if (events.length === 0) return state
  const care = (n: number) => events.flatMap(e => (e.kind === 'care.given' && e.piece === n ? [{ by: e.by, at: e.at, care: e.care }] : []))
  const notes = events.flatMap(e => (e.kind === 'note.written' ? [{ by: e.by, at: e.at, why: e.why, of: e.of, text: e.text }] : []))
  const pieces = state.pieces.map((p) => {
    const given = care(p.n)
    return given.length > 0 ? { ...p, care: [...p.care, ...given] } : p
  })
  return { ...state, pieces, notes: [...state.notes, ...notes] }
}

/** Plays entries one after another. Inert ones are judged at once and entered when the state is asked for, since nothing rests on them. */
class Player {
  #inert: RunEvent[] = []
  constructor(
    private readonly plan: RunPlan,
    private reached: RunState,
  ) {}

  state(): RunState {
    this.reached = withInert(this.reached, this.#inert)
    this.#inert = []
    return this.reached
  }

  /** @returns whether it was allowed; if not, it counts for nothing */
  play(event: RunEvent): boolean {
    if (refuseStep(this.plan, this.reached, event) !== null) return false
    if (INERT.includes(event.kind)) this.#inert.push(event)
    else this.reached = applyEvent(this.reached, event)
    return true
  }
}

/** What counts after an entry was taken back. */
interface Replay {
  state: RunState
  kept: RunState[]
  refused: boolean
}

/**
 * @param accepted all events so far, in the order accepted
 * What it holds is the same as `foldRun` of these and of what was taken since. An event that the state does not allow counts
 * for nothing, as there.
 */
export function runIntake(plan: RunPlan, accepted: readonly RunEvent[]): RunIntake {
  const kinds = new Map<string, RunEvent['kind']>(accepted.map(e => [e.id, e.kind]))
  /** What counts, in order; `kept[i]` is the state before event `i * KEEP_EVERY`. */
  let effective = effectiveEvents(accepted)
  let kept: RunState[] = []
  let state = emptyRun(plan)
  /** Among what counts, those that the state passed over. */
  const passedOver = new Set<string>()
  const places = new Map<string, number>()

  /** The run without the event at `at`; stops at the first later one that could not have been taken then. */
  function without(at: number): Replay {
    const first = Math.min(Math.floor(at / KEEP_EVERY), kept.length - 1)
    const player = new Player(plan, kept[first]!)
    const states = kept.slice(0, first)
    for (let i = first * KEEP_EVERY, to = i; i < effective.length; i++) {
      if (i === at) continue
      if (to % KEEP_EVERY === 0) states.push(player.state())
      const event = effective[i]!
      if (!player.play(event) && !passedOver.has(event.id)) return { state, kept, refused: true }
      to++
    }
    return { state: player.state(), kept: states, refused: false }
  }

  /** An event can be taken back as long as nothing that came later rests on it. */
  function undo(event: Extract<RunEvent, { kind: 'event.undone' }>): RunRefusal | null {
    const kind = kinds.get(event.target)
    if (kind === undefined) return { code: 'no-such-entry' }
    if (kind === 'event.undone') return { code: 'undo-of-undo' }
    const at = places.get(event.target)
    if (at === undefined) return { code: 'is-undone' }
    if (state.finished) return { code: 'finished' }
    const target = effective[at]!
    const rest = INERT.includes(kind) ? undefined : without(at)
    if (rest?.refused) return { code: 'rested-on' }
    effective = effective.filter((_, i) => i !== at)
    places.delete(event.target)
    for (let i = at; i < effective.length; i++) places.set(effective[i]!.id, i)
    if (rest) ({ state, kept } = rest)
    else {
      // The states kept since hold it still; they are made again when one of them is needed.
      kept = kept.slice(0, Math.floor(at / KEEP_EVERY) + 1)
      if (!passedOver.has(target.id)) state = withoutInert(state, target)
    }
    return null
  }

  const player = new Player(plan, state)
  effective.forEach((event, i) => {
    if (i % KEEP_EVERY === 0) kept.push(player.state())
    if (!player.play(event)) passedOver.add(event.id)
    places.set(event.id, i)
  })
  state = player.state()
  return {
    state: () => state,
    has: id => kinds.has(id),
    size: () => kinds.size,
    offer(event) {
      if (event.kind === 'event.undone') {
        const refused = undo(event)
        if (refused === null) kinds.set(event.id, event.kind)
        return refused
      }
      const refused = refuseStep(plan, state, event)
      if (refused !== null) return refused
      if (effective.length === kept.length * KEEP_EVERY) kept.push(state)
      places.set(event.id, effective.length)
      effective.push(event)
      kinds.set(event.id, event.kind)
      state = applyEvent(state, event)
      return null
    },
  }
}

/**
 * Why an event can't be accepted after those in `events`; null when it can.
 * @param events all events so far, in the order accepted
 */
export function refuseEvent(plan: RunPlan, events: readonly RunEvent[], event: RunEvent): RunRefusal | null {
  return runIntake(plan, events).offer(event)
}
