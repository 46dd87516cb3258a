import { solveDay } from '#core/crew/day'
import type { DayInput, SolvedDay } from '#core/crew/day'
import { whyNot } from '#core/crew/schedule'
import type { Instance, WhyNot } from '#core/crew/schedule'
import { serveTasks } from './serve'

/** What the Day page asks. To cancel, the page ends the worker. */
export type DayTask
  = | { kind: 'plan', input: DayInput, /** ms; a plan is given then, proved or not */ budget: number }
    | { kind: 'why', instance: Instance, limit: number }

export type DayAnswer = SolvedDay | WhyNot | null

serveTasks<DayTask>(
  (task, tell): DayAnswer => {
    if (task.kind === 'why') return whyNot(task.instance, task.limit)
    const until = performance.now() + task.budget
    return solveDay(task.input, {
      nodes: Infinity,
      lives: Infinity,
      goOn: (share) => {
        tell(share)
        return performance.now() < until
      },
    })
  },
  error => (error instanceof RangeError ? error.message : null),
  'This day could not be planned. Nothing was lost; reload and try again.',
)
