import type { RunPlan } from '../../plan/run-plan'

/** An open job as the coming days see it. */
export interface PromisedJob {
  id: string
  title: string
  /** `2030-06-01` */ dueOn: string
  plan: RunPlan | null
  /** Share of its steps done. */ done: number
}

/** What one day holds. Hands-on work in s. */
export interface DayLoad {
  day: string
  capacity: number
  used: number
  jobs: string[]
}

/** Whether a job's work fits before it was promised. */
export interface JobPromise {
  id: string
  title: string
  dueOn: string
  /** s; null as long as it has no recipe. */
  work: number | null
  /** The day on which the last of it is done; null when the days shown do not suffice. */ endsOn: string | null
  late: boolean
}

/** Hands-on work of a run, s. */
export const workOf = (plan: RunPlan): number => plan.steps.reduce((sum, s) => sum + s.seconds, 0)

/**
 * Work against the hours of the coming days: the soonest promised first, each as early as hands are free. Nothing is promised for
 * a day that is full.
 * @param days with the hours of everybody who is there, s; in order, the first is today
 */
export function loadOf(
  jobs: readonly PromisedJob[],
  days: readonly { day: string, capacity: number }[],
): { days: DayLoad[], promises: JobPromise[] } {
  const loads = days.map((d): DayLoad => ({ ...d, used: 0, jobs: [] }))
  const promises = [...jobs]
    .sort((a, b) => a.dueOn.localeCompare(b.dueOn))
    .map((job): JobPromise => {
      const work = job.plan ? workOf(job.plan) * (1 - job.done) : null
      let left = work ?? 0
      let endsOn: string | null = work === 0 ? (days[0]?.day ?? null) : null
      for (const load of loads) {
        if (left < 1) break
        const taken = Math.min(left, load.capacity - load.used)
        if (taken <= 0) continue
        load.used += taken
        load.jobs.push(job.id)
        left -= taken
        if (left < 1) endsOn = load.day
      }
      return {
        id: job.id,
        title: job.title,
        dueOn: job.dueOn,
        work,
        endsOn,
        late: job.plan !== null && (endsOn === null || endsOn > job.dueOn),
      }
    })
  return { days: loads, promises }
}
