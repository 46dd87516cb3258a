import type { Turn, Turns } from '../../bench/run'
import type { DayPerson } from './model'
import type { Block } from './words'

/**
 * Who is to do what with each piece of a job.
 * @param plan the day's; null where there is none: then only what each is trusted with counts
 * @param here people who work here; what is planned for others is anybody's
 * @param rinsingAt sinks or tubs that there are where it is rinsed
 */
export function turnsOf(
  plan: { midnight: number, blocks: readonly Block[] } | null,
  job: string | null,
  here: readonly Pick<DayPerson, 'id' | 'may'>[],
  rinsingAt = Infinity,
): Turns {
  const pieces = new Map<number, Turn>()
  for (const block of [...(plan?.blocks ?? [])].sort((a, b) => a.from - b.from)) {
    if (block.job !== job || block.piece === null || !here.some(p => p.id === block.person)) continue
    const turn = pieces.get(block.piece) ?? { coat: null, care: [], rinse: null }
    const does = { by: block.person, at: plan!.midnight + block.from * 1000 }
    if (block.skill === 'care') pieces.set(block.piece, { ...turn, care: [...turn.care, does] })
    else if (block.skill === 'coat' || block.skill === 'rinse') pieces.set(block.piece, { ...turn, [block.skill]: does })
  }
  // Before anybody is known, nobody is kept from anything.
  return { pieces, rinsers: here.length === 0 ? null : new Set(here.filter(p => p.may.includes('rinse')).map(p => p.id)), rinsingAt }
}
