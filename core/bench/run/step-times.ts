import { median } from '../../basics/median'
import { sittingSeconds, traysSeconds } from '../../plan/ahead'
import { OFF_SECONDS } from '../../plan/recipe'
import { OFF, tickedTogether } from '../../plan/own-times'
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

/** One step of a run as it went. Times in ms; `from` is when the one before it was over. */
export interface StepSpan {
  step: Step
  from: number
  to: number
  /** s without pauses */
  worked: number
  skipped: boolean
}

/** The steps of a run that are over, in their order. */
function spansOf(plan: RunPlan, startedAt: number, state: RunState, resting: readonly [number, number][]): StepSpan[] {
  const found: StepSpan[] = []
  let before = startedAt
  for (const step of plan.steps) {
    const to = endOf(step, state)
    if (to === null) continue
    const from = before
    before = Math.max(from, to)
    found.push({ step, from, to: before, worked: worked(from, to, resting), skipped: Boolean(state.skipped[step.id]) })
  }
  return found
}

/** How a run went, step by step. @param startedAt ms @param events of the run, in the order accepted */
export const stepSpans = (plan: RunPlan, startedAt: number, events: readonly RunEvent[]): StepSpan[] =>
  spansOf(plan, startedAt, foldRun(plan, events), pauses(effectiveEvents(events)))

/** How long a step was planned to take with one pair of hands, waiting for the dwell and all, s. */
export function plannedSeconds(plan: RunPlan, step: Step): number {
  if (step.kind !== 'clock') return step.seconds
  const { pieces, dwell, hands, method, tray = 1 } = plan
  return method === 'liquid' ? traysSeconds(pieces, tray, dwell, hands) : sittingSeconds(pieces, dwell, hands)
}

const sumOf = (values: readonly number[]) => values.reduce((sum, v) => sum + v, 0)
const usualOf = (step: Step) => step.usual ?? step.seconds

/**
 * How long each step of a run took: from the end of the one before it to its own, without pauses. Steps that were ticked together share
 * their time as the step list shares it; skipped ones took none and are left out.
 * @param startedAt ms @param events of the run, in the order accepted
 */
export function stepTimes(plan: RunPlan, startedAt: number, events: readonly RunEvent[]): StepSample[] {
  const state = foldRun(plan, events)
  const resting = pauses(effectiveEvents(events))
  const samples: StepSample[] = []
  // Steps in a row of which the later ones were ticked at once with the first.
  let together: StepSample[] = []
  const shareOut = () => {
    const [usual, took] = [sumOf(together.map(s => s.usual)), sumOf(together.map(s => s.took))]
    samples.push(...together.map(s => ({ ...s, took: (s.usual / usual) * took })))
    together = []
  }
  for (const { step, skipped, worked: took } of spansOf(plan, startedAt, state, resting)) {
    const timed = TIMED.includes(step.kind) && !skipped
    const sample = { step: step.id, usual: usualOf(step), took }
    if (!timed || !tickedTogether(sample)) shareOut()
    if (timed) together.push(sample)
  }
  shareOut()
  const rinses = state.pieces.flatMap(p => (p.off && p.rinsed ? [worked(p.off.at, p.rinsed.at, resting)] : []))
  if (rinses.length > 0) samples.push({ step: OFF, usual: OFF_SECONDS[plan.method], took: median(rinses) })
  return samples
}

/** Longer than this many times the usual, somebody was called away: then the step counts as it is usual. */
const CALLED_AWAY = 4

/** Hands-on work of a run so far, s: steps, coats, rinses and gun time. Waiting for a dwell, and for a piece to dry, is none. */
export function workedSeconds(plan: RunPlan, startedAt: number, events: readonly RunEvent[]): number {
  const state = foldRun(plan, events)
  const resting = pauses(effectiveEvents(events))
  const steps = spansOf(plan, startedAt, state, resting)
    .filter(span => TIMED.includes(span.step.kind) && !span.skipped)
    .map(span => (span.worked > CALLED_AWAY * usualOf(span.step) ? usualOf(span.step) : span.worked))
  const between = (from: Stamp | null, to: Stamp | null) => (from && to ? worked(from.at, to.at, resting) : 0)
  const pieces = state.pieces.map(p => between(p.coatStarted, p.covered) + between(p.off, p.rinsed) + p.gunSeconds)
  return sumOf([...steps, ...pieces])
}
