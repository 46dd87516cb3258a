import type { RunPlan } from '../../plan/run-plan'
import type { Skill } from '../../trade/skills'
import { liveWindow } from './clock'
import { holderOf, pieceStage } from './state'
import type { PieceState, RunState } from './state'
import { coatPlanned, rinses } from './turns'
import type { DueOff, Turns } from './turns'

/** Whose turn a bench is asked for. */
export interface Asker {
  me: string | null
  may: readonly Skill[]
  turns: Turns
}

/**
 * What a coat takes here: the longest of those that this run has seen, once there is one; before that, as planned. The longest, so
 * that nobody begins one more than they can rinse in time.
 * @returns s
 */
export function coatTaken(plan: RunPlan, state: RunState): number {
  // A button pressed twice is no coat.
  const taken = state.pieces
    .flatMap(p => (p.coatStarted && p.covered ? [(p.covered.at - p.coatStarted.at) / 1000] : []))
    .filter(s => s >= plan.hands.coat / 2)
  return taken.length === 0 || plan.together ? plan.hands.coat : Math.max(...taken)
}

/** So long before its planned time a coat may begin as planned. ms */
const EARLY_MS = 30_000

/**
 * Whether each piece is begun with before its window ends: in the order due, at its best or as soon as one of these is free.
 * @param free ms, from when on
 */
function allInTime(due: readonly DueOff[], free: readonly number[]): boolean {
  const next = [...free]
  return [...due]
    .sort((a, b) => a.best - b.best)
    .every(({ best, last, takes }) => {
      const at = next.indexOf(Math.min(...next))
      const start = Math.max(next[at]!, best)
      next[at] = start + takes
      return start <= last
    })
}

function dueOff(plan: RunPlan, p: PieceState, covered: number, by: string | null): DueOff {
  const window = liveWindow(plan, p)
  return { by, atSink: false, best: covered + window.best * 1000, last: covered + window.notAfter * 1000, takes: plan.hands.off * 1000 }
}

/** What is wet here and has to come off: what dwells, what is being coated as if it were covered in time, and what is at the sink. */
export function duesOf(plan: RunPlan, state: RunState, turns: Turns, now: number): DueOff[] {
  const coat = coatTaken(plan, state) * 1000
  return state.pieces.flatMap((p): DueOff[] => {
    switch (pieceStage(p)) {
      case 'dwelling':
        return [dueOff(plan, p, p.covered!.at, rinses(p, turns))]
      case 'coating':
        return [dueOff(plan, p, Math.max(now, p.coatStarted!.at + coat), rinses(p, turns))]
      case 'off':
        return [{ by: holderOf(p), atSink: true, best: now, last: now, takes: Math.max(0, p.off!.at + plan.hands.off * 1000 - now) }]
      default:
        return []
    }
  })
}

/** s until the first piece at another bench is mine to take off; Infinity where none is. */
export const mineElsewhere = ({ me, turns }: Asker, now: number): number =>
  Math.min(Infinity, ...(turns.elsewhere ?? []).filter(p => me === null || p.by === me).map(p => (p.best - now) / 1000))

/**
 * Whether every wet piece is still rinsed inside its window once this one is coated as well: by whoever is to rinse it, and
 * with as many sinks or tubs as there are.
 * @param toBest s until the first of mine is due
 */
export function keepsUp(plan: RunPlan, state: RunState, toBest: number | null, now: number, next: PieceState, asker: Asker): boolean {
  const { me, may, turns } = asker
  const coat = coatTaken(plan, state) * 1000
  const planned = coatPlanned(next, turns, now)
  const asPlanned = planned?.by === me && now >= planned.at - EARLY_MS
  // By myself I end my coat before the first of mine is due; a plan may put it before a rinse that has time.
  if (!asPlanned && Math.min(toBest ?? Infinity, mineElsewhere(asker, now)) * 1000 < coat) return false
  const fresh = dueOff(plan, next, now + coat, rinses(next, turns) ?? (may.includes('rinse') ? me : null))
  const dues = [...duesOf(plan, state, turns, now), ...(turns.elsewhere ?? [])]
  const all = [...dues.filter(p => !p.atSink), fresh]
  const of = (person: string | null) => (me === null ? all : all.filter(p => p.by === person))
  const inUse = dues.filter(p => p.atSink).map(p => now + p.takes)
  const open = Math.max(0, Math.min(turns.rinsingAt - inUse.length, all.length))
  return (
    allInTime(all, [...inUse, ...Array<number>(open).fill(now)])
    && allInTime(of(fresh.by), [fresh.by === me ? now + coat : now])
    && (fresh.by === me || me === null || allInTime(of(me), [now + coat]))
  )
}
