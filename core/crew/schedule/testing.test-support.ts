import fc from 'fast-check'
import type { Skill } from '../../trade/skills'
import type { Chain, Hands, Instance } from './model'
import { OPEN_END } from './model'

/** One piece of cream work: coat, care if any, rinse. */
export function piece(
  id: string,
  coat: number,
  dwell: [number, number, number],
  off: number,
  more: Partial<Chain> & { care?: { at: [number, number], seconds: number }[] } = {},
): Chain {
  const { care = [], ...rest } = more
  const [least, best, most] = dwell
  return {
    id,
    release: 0,
    after: [],
    holdsPlace: true,
    tail: 0,
    tasks: [
      { skill: 'coat', seconds: coat, stand: 'bench', uses: null },
      ...care.map(c => ({
        skill: 'care' as const,
        seconds: c.seconds,
        stand: 'bench' as const,
        uses: null,
        lag: { least: c.at[0], best: c.at[0], most: c.at[1] },
      })),
      { skill: 'rinse', seconds: off, stand: 'sink', uses: 'sink', lag: { least, best, most } },
    ],
    ...rest,
  }
}

/** Five minutes, and a minute and a quarter more at most. */
export const five: [number, number, number] = [300, 300, 375]
/** So many pieces that differ in nothing. */
export const equal = (count: number, coat = 60, off = 60, dwell = five): Chain[] =>
  Array.from({ length: count }, (_, i) => piece(`t${i + 1}`, coat, dwell, off))

export const ALL: Skill[] = ['prepare', 'coat', 'care', 'rinse', 'blast', 'finish']

export const crew = (...may: Skill[][]): Hands[] => may.map((m, i) => ({ id: `hand ${i + 1}`, may: m, shifts: [[0, OPEN_END]] }))

export const shop = (chains: Chain[], hands: Hands[], more: Partial<Instance['fixtures']> = {}): Instance => ({
  chains,
  hands,
  fixtures: { place: 99, sink: 1, tub: 1, cabinet: 1, ...more },
})

/** Numbers that look like chance and are the same each time (Park & Miller, 1988). */
export function numbers(seed: number): (least: number, most: number) => number {
  let state = seed
  return (least, most) => least + ((state = (state * 48271) % 2147483647) % (most - least + 1))
}

/** Pieces of all sorts for two people and one sink. @param care whether long dwells want a call half way */
export function mixed(count: number, seed: number, care: boolean): Instance {
  const roll = numbers(seed * 7919 + count)
  return shop(
    Array.from({ length: count }, (_, i) => {
      const best = roll(2, 10) * 60
      return piece(
        `p${i}`,
        roll(30, 150),
        [best, best + 20, Math.round(best * 1.25)],
        roll(40, 120),
        care && best > 200 ? { care: [{ at: [best / 2 - 30, best / 2 + 30], seconds: 15 }] } : {},
      )
    }),
    crew(ALL, ALL),
  )
}

/** A day as studios have it: jobs of so many equal pieces each, one job later than the other, for two people and one sink. */
export function jobsOf(counts: readonly number[], seed: number): Instance {
  const roll = numbers(seed * 7919 + counts.length * 31 + counts[0]!)
  return shop(
    counts.flatMap((count, job) => {
      const best = roll(2, 15) * 60
      const [coat, off, release] = [roll(30, 150), roll(40, 120), job * roll(0, 5) * 60]
      const dwell: [number, number, number] = [best, best + 20, Math.round(best * 1.25)]
      return Array.from({ length: count }, (_, i) => piece(`job ${job + 1}, ${i + 1}`, coat, dwell, off, { release }))
    }),
    crew(ALL, ALL),
  )
}

const anyPiece = fc.record({
  coat: fc.integer({ min: 10, max: 150 }),
  least: fc.integer({ min: 30, max: 900 }),
  slack: fc.integer({ min: 0, max: 200 }),
  off: fc.integer({ min: 10, max: 150 }),
  release: fc.integer({ min: 0, max: 600 }),
  tail: fc.integer({ min: 0, max: 900 }),
  care: fc.boolean(),
})
/** Up to nine pieces of cream work for up to four people, with or without a look on the way. */
export const anyShop = fc
  .record({
    pieces: fc.array(anyPiece, { minLength: 1, maxLength: 9 }),
    people: fc.integer({ min: 1, max: 4 }),
    sink: fc.integer({ min: 1, max: 2 }),
    place: fc.integer({ min: 1, max: 9 }),
  })
  .map(x =>
    shop(
      x.pieces.map((p, i) =>
        piece(`p${i}`, p.coat, [p.least, p.least + Math.floor(p.slack / 2), p.least + p.slack], p.off, {
          release: p.release,
          tail: p.tail,
          ...(p.care && p.least > 90 ? { care: [{ at: [30, 50], seconds: 12 }] } : {}),
        }),
      ),
      crew(...Array.from({ length: x.people }, () => ALL)),
      { sink: x.sink, place: x.place },
    ),
  )
