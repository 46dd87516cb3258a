import { scheduleInOrder, solve } from '../schedule'
import type { Chain, Instance, Schedule, SolveOptions } from '../schedule'
import { formatPlanTime } from '../../basics/zone'
import { dayInstance } from './instance'
import { readChain } from './model'
import type { DayInput } from './model'
import { taskWords } from './words'

export type SolvedDay
  = | {
    ok: true
    instance: Instance
    schedule: Schedule
    /** Everything cleared up, s from midnight; the look comes when it is dry. */
    end: number
    /** No plan ends sooner, s from midnight. */
    bound: number
    proved: boolean
    /** Chains of wet pieces that can't be rinsed within their window any more. */
    late: string[]
  }
  | { ok: false, instance: Instance, why: string, /** The chain that found no room. */ stuck: string | null }

/** Looks at dry pieces that nothing waits for. */
function looksOf({ chains }: Instance): (c: Chain) => boolean {
  const waitedFor = new Set(chains.flatMap(c => c.after.map(a => a.chain)))
  return c => readChain(c.id).kind === 'look' && !waitedFor.has(c.id)
}

/** A lock that comes before what it waits for is over. */
function lockedTooEarly(input: DayInput, instance: Instance, schedule: Schedule): string | null {
  const end = (id: string) =>
    Math.max(
      -Infinity,
      ...schedule.filter(s => s.chain === id).map(s => s.start + instance.chains.find(c => c.id === id)!.tasks[s.task]!.seconds),
    )
  for (const lock of input.locks) {
    const chain = instance.chains.find(c => c.id === lock.chain)
    const ready = Math.max(-Infinity, ...(chain?.after ?? []).map(a => end(a.chain) + a.wait))
    if (chain && lock.task === 0 && ready > lock.start) {
      const words = taskWords(
        input.jobs.find(j => j.id === readChain(chain.id).job)!,
        chain,
        0,
      )
      const [at, over] = [formatPlanTime(input, lock.start), formatPlanTime(input, ready)]
      return `${words} is locked at ${at}, but what it waits for is not over before ${over}. Unlock it or move it later.`
    }
  }
  return null
}

/**
 * Plans a day. What is wet comes first in everything; the look at the dry pieces is put in afterwards where hands are free, so that a
 * night of drying does not count as work; a look that a second pass waits for is work like the rest.
 */
export function solveDay(input: DayInput, options: SolveOptions = {}): SolvedDay {
  const instance = dayInstance(input)
  const isLook = looksOf(instance)
  const work: Instance = { ...instance, chains: instance.chains.filter(c => !isLook(c)) }
  const found = solve(work, options)
  if ('stuck' in found) {
    const job = input.jobs.find(j => j.id === readChain(found.stuck.id).job)!
    return { ok: false, instance, stuck: found.stuck.id, why: `${taskWords(job, found.stuck, 0)} finds no room in the day.` }
  }
  const early = lockedTooEarly(input, work, found.schedule)
  if (early) return { ok: false, instance, stuck: null, why: early }
  const set = new Map(found.schedule.map(s => [`${s.chain}#${s.task}`, s]))
  const standing = instance.chains.map((c): Chain =>
    isLook(c) ? c : { ...c, tasks: c.tasks.map((t, k) => ({ ...t, fixed: set.get(`${c.id}#${k}`)! })) },
  )
  const looks = scheduleInOrder({ ...instance, chains: standing }, standing.filter(isLook))
  if (looks.stuck)
    return { ok: false, instance, stuck: looks.stuck.id, why: 'Nobody is there to look at the dry pieces in the coming days.' }
  return {
    ok: true,
    instance,
    schedule: [...found.schedule, ...looks.schedule.filter(s => isLook(instance.chains.find(c => c.id === s.chain)!))],
    end: found.end,
    bound: found.bound,
    proved: found.proved,
    late: found.late,
  }
}
