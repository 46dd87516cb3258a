import { dayBlocks, readChain } from '#core/crew/day'
import type { Block, DayInput, Drying, Dwell, SolvedDay } from '#core/crew/day'
import type { Instance, Schedule } from '#core/crew/schedule'

/** A plan as the page shows it. */
export interface ShownDay {
  instance: Instance
  schedule: Schedule
  blocks: Block[]
  dwells: Dwell[]
  drying: Drying[]
  end: number
  bound: number
  proved: boolean
  late: string[]
}

export function shownDay(input: DayInput, solved: Extract<SolvedDay, { ok: true }>): ShownDay {
  const { instance, schedule, end, bound, proved, late } = solved
  return { instance, schedule, end, bound, proved, late, ...dayBlocks(input, instance, schedule) }
}

/** The work of a day: the look at dry pieces is put in where hands are free, and ends no day. */
export const withoutLooks = (instance: Instance): Instance => ({
  ...instance,
  chains: instance.chains.filter(c => readChain(c.id).kind !== 'look'),
})
