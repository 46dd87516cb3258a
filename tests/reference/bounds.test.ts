import { describe, expect, it } from 'vitest'
import { canSearch, endOf, lowerBound, searchOrders, solve, verifySchedule } from '../../core/crew/schedule'
import type { Chain, Hands, Instance } from '../../core/crew/schedule'
import type { Skill } from '../../core/trade/skills'
import { ALL, crew, numbers, piece, shop } from '../../core/crew/schedule/testing.test-support'
import { Fronts } from '../../core/crew/schedule/front'
import { PricePool } from '../../core/crew/schedule/prices'
import { Relaxed } from '../../core/crew/schedule/relaxed'
import { Tasks } from '../../core/crew/schedule/tasks'
import { exhaustiveEnd } from './support/exhaustive'
import { steppedEnd } from './support/stepped'

type Roll = ReturnType<typeof numbers>

const one = (id: string, skill: Skill, seconds: number, more: Partial<Chain> = {}): Chain => ({
  id,
  release: 0,
  after: [],
  holdsPlace: false,
  tail: 0,
  tasks: [{ skill, seconds, stand: 'bench', uses: null }],
  ...more,
})

function somePiece(roll: Roll, id: string, more: Parameters<typeof piece>[4] = {}): Chain {
  const least = roll(1, 5)
  return piece(id, roll(1, 3), [least, least, least + roll(0, 3)], roll(1, 3), more)
}
const somePieces = (roll: Roll, count: number, more: (i: number) => Parameters<typeof piece>[4] = () => ({})) =>
  Array.from({ length: count }, (_, i) => somePiece(roll, `p${i}`, more(i)))
const someCrew = (roll: Roll): Hands[] => (roll(0, 2) === 0 ? crew(ALL) : crew(ALL, ALL))

/** Small instances of each kind that a day is made of. */
const KINDS: Record<string, (roll: Roll) => Instance> = {
  'pieces alone': roll => shop(somePieces(roll, roll(1, 4)), someCrew(roll), { place: roll(1, 4) }),
  'calls on the way': roll =>
    shop(
      Array.from({ length: roll(1, 3) }, (_, i) => {
        const least = roll(2, 5)
        return piece(`p${i}`, roll(1, 3), [least, least, least + roll(0, 3)], roll(1, 3), {
          care: [{ at: [0, roll(0, least - 1)], seconds: 1 }],
        })
      }),
      someCrew(roll),
      { place: roll(2, 4) },
    ),
  'releases and tails': roll =>
    shop(
      somePieces(roll, roll(1, 3), () => ({ release: roll(0, 6), tail: roll(0, 5) })),
      someCrew(roll),
    ),
  'breaks': roll =>
    shop(
      somePieces(roll, roll(1, 3)),
      someCrew(roll).map((h) => {
        const [from, long] = [roll(2, 8), roll(1, 5)]
        return {
          ...h,
          shifts: [
            [roll(0, 2), from],
            [from + long, 150],
          ],
        }
      }),
    ),
  'early ends of work': roll =>
    shop(
      somePieces(roll, roll(2, 4)),
      someCrew(roll).map(h => ({ ...h, shifts: [[roll(0, 3), roll(9, 22)]] })),
      { place: roll(2, 4) },
    ),
  'skills': roll =>
    shop(
      [...somePieces(roll, roll(1, 3)), one('r', 'prepare', roll(1, 8))],
      crew(roll(0, 1) ? ALL : ['coat', 'care', 'prepare'], roll(0, 1) ? ['rinse'] : ['rinse', 'coat']),
    ),
  'waits': (roll) => {
    const pieces = somePieces(roll, roll(1, 3), i => (i > 0 && roll(0, 1) ? { after: [{ chain: `p${i - 1}`, wait: roll(0, 4) }] } : {}))
    return shop([one('r', 'prepare', roll(1, 20)), ...pieces], someCrew(roll), { place: roll(1, 9) })
  },
  'facts and locks': (roll) => {
    const pieces = somePieces(roll, roll(2, 3), i => (i === 1 ? { after: [{ chain: 'r', wait: roll(0, 3) }] } : {}))
    const locked = pieces.at(-1)!
    locked.tasks[0]!.fixed = { start: roll(0, 6), person: 'hand 1' }
    return shop([one('r', 'prepare', roll(1, 9)), ...pieces], someCrew(roll))
  },
  'one sink for all': roll => shop(somePieces(roll, roll(2, 4)), crew(ALL, ALL, ALL).slice(0, roll(2, 3)), { sink: 1 }),
  'shaped like a day': (roll) => {
    const pieces = somePieces(roll, roll(1, 3), () => ({ after: [{ chain: 'ready', wait: 0 }] }))
    return shop(
      [
        one('ready', 'prepare', roll(1, 9)),
        ...pieces,
        one('after', 'finish', roll(1, 4), { after: pieces.map(p => ({ chain: p.id, wait: 0 })) }),
        one('look', 'finish', roll(1, 3), { after: [{ chain: 'after', wait: roll(0, 8) }] }),
        ...(roll(0, 1) ? [one('other', 'prepare', roll(1, 20), { release: roll(0, 5) })] : []),
      ],
      roll(0, 1) ? crew(ALL, ['rinse', 'care', 'finish']) : someCrew(roll),
    )
  },
}
/** The same with windows that never close. */
const endless = (instance: Instance): Instance => ({
  ...instance,
  chains: instance.chains.map(c => ({ ...c, tasks: c.tasks.map(t => (t.lag ? { ...t, lag: { ...t.lag, most: 200 } } : t)) })),
})

/** The latest end that prices rule out when they are asked about one after another, s; 0 for none. @param until s */
function ruledOutByPrices(instance: Instance, until: number): number {
  const tasks = new Tasks(instance)
  const fronts = new Fronts(tasks)
  const pool = new PricePool(tasks, fronts, 2 * until)
  const none = new Uint8Array(instance.chains.length)
  let most = 0
  for (let limit = 1; limit <= until; limit++) most = Math.max(most, pool.least(fronts.opened(), none, limit))
  return most
}

/** Instances of each kind; more of them with CREST_INSTANCES. Of those that have most states, a quarter. */
const EACH = Number(process.env.CREST_INSTANCES ?? 200)
const MANY_STATES = ['early ends of work', 'one sink for all', 'shaped like a day']

describe('nothing is called proved that isn\'t', () => {
  it('the reference agrees with another that goes through states in another way', () => {
    for (let seed = 1; seed <= 25; seed++) {
      const roll = numbers(seed * 523)
      const instance = shop(somePieces(roll, roll(1, 3)), crew(ALL, ALL), { place: roll(1, 3) })
      expect(exhaustiveEnd(instance)).toBe(steppedEnd(instance))
    }
  })
  it('two people of whom one is not free before the work is over', () => {
    const instance: Instance = {
      chains: [one('r', 'prepare', 20), piece('p', 1, [12, 12, 12], 1, { release: 1, holdsPlace: false })],
      hands: crew(ALL, ALL),
      fixtures: { place: 9, sink: 1, tub: 1, cabinet: 1 },
    }
    expect(exhaustiveEnd(instance)).toBe(20)
    expect(solve(instance)).toMatchObject({ end: 20, proved: true })
    const searched = searchOrders(instance, Infinity, 0)
    expect([searched.proved, endOf(instance, searched.schedule!)]).toEqual([true, 20])
  })
  it.each(Object.keys(KINDS))(
    '%s: bound ≤ optimum, and what is proved is the optimum',
    (kind) => {
      const count = MANY_STATES.includes(kind) ? Math.ceil(EACH / 4) : EACH
      let [proofs, feasible, asked, priced] = [0, 0, 0, 0]
      for (let seed = 1; seed <= count; seed++) {
        const instance = KINDS[kind]!(numbers(seed * 7919 + 13))
        const said = (what: string) => `${what} of ${kind} ${seed}: ${JSON.stringify(instance)}`
        const found = solve(instance, { tries: 60, lives: 2 })
        if ('stuck' in found) continue
        const sound = verifySchedule(instance, found.schedule).length === 0
        // What is sound is an end that can be had: the reference looks for that, and for anything sooner.
        const optimum = exhaustiveEnd(instance, sound ? found.end + 1 : undefined)
        if (sound) expect(optimum, said('end')).toBeLessThanOrEqual(found.end)
        if (optimum === Infinity) continue
        feasible++
        expect(lowerBound(instance), said('bound')).toBeLessThanOrEqual(optimum)
        expect(found.bound, said('told bound')).toBeLessThanOrEqual(optimum)
        if (found.proved) {
          proofs++
          expect(found.end, said('proof')).toBe(optimum)
        }
        if (canSearch(instance)) {
          expect(found.proved, said('search')).toBe(true)
          if (seed % 4 === 0) {
            const ruledOut = ruledOutByPrices(instance, optimum + 3)
            expect(ruledOut, said('prices')).toBeLessThanOrEqual(optimum)
            asked++
            priced += Number(ruledOut > 0)
          }
          // Without the most of any window: the least end that leaves it out, found step by step.
          const relaxed = new Relaxed(instance, optimum + 1)
          expect(relaxed.ways(lowerBound(instance), () => true)!.least, said('bound without windows')).toBe(Infinity)
          const { least } = relaxed.ways(optimum + 1, () => true)!
          // Tails of calls count their windows, which is a little more.
          if (seed % 8 === 0 && kind !== 'calls on the way')
            expect(least, said('end without windows')).toBe(exhaustiveEnd(endless(instance), optimum + 1))
          else expect(least, said('end without windows')).toBeLessThanOrEqual(optimum)
          const searched = searchOrders(instance, optimum + 1, 0)
          expect([searched.proved, searched.schedule !== null], said('search alone')).toEqual([true, true])
        }
      }
      expect(feasible).toBeGreaterThan(count / 2)
      expect(proofs).toBeGreaterThan(count / 4)
      if (asked > 0) expect(priced).toBeGreaterThan(asked / 8)
    },
    120_000,
  )
})
