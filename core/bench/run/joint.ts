import { liveWindow } from './clock'
import { dueCare } from './care'
import type { RunPlan } from '../../plan/run-plan'
import type { Skill } from '../../trade/skills'
import { duesOf } from './keeps-up'
import { nextAction } from './next'
import type { NextAction } from './next'
import { currentStep } from './state'
import type { RunState } from './state'
import type { Turns } from './turns'

/** A run as it stands at its bench. */
export interface OpenBench {
  plan: RunPlan
  state: RunState
  turns: Turns
}

/** Whether two runs with one product can be coated in one go: cream on piece after piece, each with its own clock. */
export const goesTogether = (a: RunPlan, b: RunPlan): boolean =>
  [a, b].every(plan => plan.method === 'cream' && plan.together === undefined && (plan.tray ?? 1) === 1)

/** The same benches, each knowing what is wet at the others. @param now ms, server time */
export function aware<B extends OpenBench>(benches: readonly B[], now: number): B[] {
  const etching = ({ plan, state }: OpenBench) => currentStep(plan, state)?.kind === 'clock'
  const dues = benches.map(b => (etching(b) ? duesOf(b.plan, b.state, b.turns, now) : []))
  return benches.map((bench, i) => ({ ...bench, turns: { ...bench.turns, elsewhere: dues.flatMap((own, k) => (k === i ? [] : own)) } }))
}

/** What comes first of what several benches ask: what is in hand, then what has to come off, then care; coating fills what time is left. */
const ORDER: Record<NextAction['kind'], number> = {
  rinse: 0, covered: 1, off: 2, care: 3, coat: 4, gun: 4, wait: 5, idle: 6, paused: 7,
  tick: 8, do: 8, measure: 8, tub: 8, try: 8, look: 8, each: 8, finish: 8, closed: 9,
}

/** When an action is due, ms: of two alike the one that is due first goes first. */
function dueAt({ plan, state }: OpenBench, action: NextAction, now: number): number {
  if (action.kind === 'wait') return now + action.seconds * 1000
  const piece = 'piece' in action ? state.pieces[action.piece - 1] : undefined
  if (!piece?.covered) return now
  if (action.kind === 'care') return dueCare(plan, piece, now)?.dueAt ?? now
  return piece.covered.at + liveWindow(plan, piece).best * 1000
}

/**
 * The one thing to do now at several benches together.
 * @param benches at least one, `aware` of the others @param now ms, server time @param me who asks @param may what I am trusted with
 * @returns which bench it is at, and what it asks
 */
export function jointAction(
  benches: readonly OpenBench[],
  now: number,
  me: string | null,
  may?: readonly Skill[],
): { at: number, action: NextAction } {
  const asked = benches.map((bench, at) => {
    const action = nextAction(bench.plan, bench.state, now, me, may, bench.turns)
    // What may come off before its best time waits until nothing else is to be done.
    const early = action.kind === 'off' && dueAt(bench, action, now) > now
    return { at, action, order: early ? ORDER.wait : ORDER[action.kind], due: dueAt(bench, action, now) }
  })
  const [first] = asked.sort((a, b) => a.order - b.order || a.due - b.due || a.at - b.at)
  return { at: first!.at, action: first!.action }
}
