import { median } from '../../basics/median'
import { OFF_SECONDS } from '../../plan/recipe'
import { OFF } from '../../plan/own-times'
import type { StepSample } from '../../plan/own-times'
import type { RunPlan } from '../../plan/run-plan'
import type { Step, StepKind } from '../../plan/steps'
import type { RunEvent } from './events'
import { effectiveEvents, foldRun } from './fold'
import type { RunState, Stamp } from './state'

/** Kinds that a person works through from one end to the other. The rest is timed by its own clocks, or waits for something to dry. */
const TIMED: readonly StepKind[] = ['gate', 'do', 'measure', 'tub']

const latest = (stamps: (Stamp | null | undefined)[]): number | null => {
  const times = stamps.flatMap(s => (s ? [s.at] : []))
  return times.length > 0 ? Math.max(...times) : null
}

/** When a step was over; null where nothing says so. */
function endOf(step: Step, state: RunState): number | null {
  const ticks = Object.values(state.ticked[step.id] ?? {})
  switch (step.kind) {
    case 'gate':
      return latest(ticks)
    case 'clock':
      return latest(state.pieces.map(p => p.withdrawn ?? p.rinsed))
    case 'blast':
      return latest(state.pieces.map(p => p.withdrawn ?? p.blasted))
    case 'measure':
      return state.measured?.at ?? null
    case 'try':
      return state.tried.judged?.at ?? null
    case 'look':
      return latest(state.pieces.map(p => p.judged))
    default:
      return latest([state.done[step.id], state.skipped[step.id], ...ticks])
  }
}

/** Spans in which the run was paused, ms. */
function pauses(events: readonly RunEvent[]): [from: number, to: number][] {
  const spans: [number, number][] = []
  let since: number | null = null
  for (const event of events) {
    if (event.kind === 'run.paused') since ??= event.at
    if (event.kind !== 'run.resumed' || since === null) continue
    spans.push([since, event.at])
    since = null
  }
  return spans
}

/** s between two moments that were not paused */
function worked(from: number, to: number, spans: readonly [number, number][]): number {
  const rested = spans.reduce((sum, [a, b]) => sum + Math.max(0, Math.min(b, to) - Math.max(a, from)), 0)
  return Math.max(0, to - from - rested) / 1000
}

/**
 * How long each step of a run took: from the end of the one before it to its own, without pauses. Skipped steps took no time and are left
 * out. @param startedAt ms @param events of the run, in the order accepted
 */
export function stepTimes(plan: RunPlan, startedAt: number, events: readonly RunEvent[]): StepSample[] {
  const state = foldRun(plan, events)
  const spans = pauses(effectiveEvents(events))
  const samples: StepSample[] = []
  let before = startedAt
  for (const step of plan.steps) {
    const end = endOf(step, state)
    if (end === null) continue
    if (TIMED.includes(step.kind) && !state.skipped[step.id])
      samples.push({ step: step.id, usual: step.usual ?? step.seconds, took: worked(before, end, spans) })
    before = Math.max(before, end)
  }
  const rinses = state.pieces.flatMap(p => (p.off && p.rinsed ? [worked(p.off.at, p.rinsed.at, spans)] : []))
  if (rinses.length > 0) samples.push({ step: OFF, usual: OFF_SECONDS[plan.method], took: median(rinses) })
  return samples
}
