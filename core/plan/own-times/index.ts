import { median, medianInterval } from '../../basics/median'
import type { Step } from '../steps'

/** Taking etchant off and rinsing one piece: no step of its own, and timed like one. */
export const OFF = 'off'

/** How long one step of a run took. */
export interface StepSample {
  /** Its id, or `OFF`. */
  step: string
  /** What the step list allows for it, s. */
  usual: number
  /** s, without pauses */
  took: number
}

/** How long this studio takes for a kind of step. */
export interface OwnTime {
  /** Times as long as the step list allows: the median of what was logged. */
  ratio: number
  /** Where that median may lie. */
  interval: [low: number, high: number]
  runs: number
}
export type OwnTimes = Record<string, OwnTime>

/** A tick that comes at once says that the step was done already, not that it takes no time: less than this share of the usual time. */
const TOO_FAST = 0.1
/** Nor is anything done in fewer seconds. */
const LEAST = 3
/** A plan is stretched or shortened by no more than this: beyond it something else was timed. */
const BOUNDS = { least: 0.25, most: 4 }

/** Ticked so soon after the step before it that the two were done together. */
export const tickedTogether = ({ usual, took }: StepSample): boolean => took < LEAST || took < usual * TOO_FAST

/**
 * The median of what each kind of step took, against what is usual; kinds with too few for an interval are left out. The median, because
 * a telephone call in the middle of a step is not how long the step takes.
 */
export function ownTimes(samples: readonly StepSample[]): OwnTimes {
  const ratios = new Map<string, number[]>()
  for (const sample of samples) {
    const { step, usual, took } = sample
    if (usual > 0 && !tickedTogether(sample)) ratios.set(step, [...(ratios.get(step) ?? []), took / usual])
  }
  const own: OwnTimes = {}
  for (const [step, values] of ratios) {
    const interval = medianInterval(values)
    if (interval) own[step] = { ratio: median(values), interval, runs: values.length }
  }
  return own
}

/** What a usual time becomes at this studio. @param usual s */
export function ownSeconds(own: OwnTimes, step: string, usual: number): number {
  const { ratio } = own[step] ?? { ratio: 1 }
  return usual * Math.min(BOUNDS.most, Math.max(BOUNDS.least, ratio))
}

/** Steps with the times this studio takes for them, and what is usual kept beside. */
export function withOwnTimes(steps: readonly Step[], own: OwnTimes): Step[] {
  return steps.map(s => (own[s.id] ? { ...s, usual: s.seconds, seconds: Math.round(ownSeconds(own, s.id, s.seconds)) } : s))
}
