import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { lowerBound } from './bound'
import { Fronts } from './front'
import { Mixture } from './mixture'
import type { Column } from './mixture'
import type { Instance } from './model'
import { PricePool } from './prices'
import { solve } from './solve'
import type { Solved } from './solve'
import { Tasks } from './tasks'
import { ALL, crew, equal, five, mixed, piece, shop } from './testing.test-support'

/** What prices say of a day before anything is done, asked about ends one after another. */
function asker(instance: Instance, reach: number): (limit: number) => number {
  const tasks = new Tasks(instance)
  const fronts = new Fronts(tasks)
  const pool = new PricePool(tasks, fronts, reach)
  const none = new Uint8Array(instance.chains.length)
  return limit => pool.least(fronts.opened(), none, limit)
}

describe('prices of hands and things', () => {
  it('rule out ends that shares of the work don\'t, and none that can be had', () => {
    for (const seed of [3, 8, 12]) {
      const instance = mixed(10, seed, false)
      const { end, proved } = solve(instance, { nodes: Infinity }) as Solved
      expect(proved).toBe(true)
      const ask = asker(instance, end + 60)
      let most = lowerBound(instance)
      for (let next = ask(most + 1); next > most; next = ask(most + 1)) most = next
      expect(most).toBeLessThanOrEqual(end)
      expect(most - lowerBound(instance)).toBeGreaterThan((end - lowerBound(instance)) / 3)
    }
  })
  it('tell of a sooner end as well when their tables are made for a later one', () => {
    const instance = mixed(8, 2, false)
    const least = lowerBound(instance)
    for (const reach of [least, 2 * least]) expect(asker(instance, reach)(least - 5)).toBeGreaterThanOrEqual(least - 5)
  })
  it('know that nobody works in a break, and that somebody who comes back works again', () => {
    const pieces = equal(2)
    const [one] = crew(ALL)
    const all = shop(pieces, [one!])
    const broken = shop(pieces, [{ ...one!, shifts: [[0, 130], [1000, 5000]] }])
    // Coats until 120, the first rinse at 360, the second after it.
    expect(asker(all, 900)(480)).toBe(480)
    expect(asker(all, 900)(481)).toBe(0)
    expect(asker(broken, 2000)(1120)).toBe(1120)
    expect(asker(broken, 2000)(1121)).toBe(0)
  })
  it('say the same of a day that begins at nine', () => {
    const nine = 9 * 3600
    const day = mixed(8, 2, false)
    const later: Instance = {
      ...day,
      chains: day.chains.map(c => ({ ...c, release: nine })),
      hands: day.hands.map(h => ({ ...h, shifts: [[nine - 600, 86_400]] })),
    }
    const least = lowerBound(day)
    expect(lowerBound(later)).toBe(nine + least)
    expect(asker(later, nine + 2 * least)(nine + least)).toBe(nine + asker(day, 2 * least)(least))
  })
  it('rule nothing out where times are not whole seconds, or where a day is longer than tables can be', () => {
    const instance = shop([piece('p', 60.5, five, 60)], crew(ALL))
    expect(asker(instance, 900)(100)).toBe(0)
    const night = shop([piece('p', 60, [30_000, 30_000, 36_000], 60)], crew(ALL))
    expect(asker(night, 40_000)(30_120)).toBe(0)
  })
})

const problem = fc
  .record({
    rows: fc.integer({ min: 1, max: 5 }),
    units: fc.integer({ min: 1, max: 5 }),
    ways: fc.integer({ min: 1, max: 6 }),
    numbers: fc.array(fc.integer({ min: 0, max: 20 }), { minLength: 220, maxLength: 220 }),
  })
  .map(({ rows, units, ways, numbers }) => {
    const next = () => numbers.pop()!
    const of = Array.from({ length: units }, (_, u) =>
      Array.from({ length: ways }, (): Column => ({
        rows: [rows + u, ...Array.from({ length: rows }, (_, r) => r)],
        uses: [1, ...Array.from({ length: rows }, next)],
      })),
    )
    const there = Float64Array.from({ length: rows }, () => next() * units / 2)
    return { there, sizes: Float64Array.from({ length: rows }, () => 1 + next()), of }
  })

describe('mixtures', () => {
  it('leave the least lack: prices prove that none is less', () => {
    let lacking = 0
    fc.assert(
      fc.property(problem, ({ there, sizes, of }) => {
        const mixture = new Mixture(there, sizes, of.map(ways => ways[0]!))
        for (const ways of of) for (const way of ways.slice(1)) mixture.add(way)
        const prices = Array.from(there, (_, r) => r)
        if (!mixture.mix()) {
          expect(mixture.lack).toBeLessThanOrEqual(1e-9)
          return
        }
        lacking++
        // Weak duality: whatever parts are taken, at these prices, of which all sizes have 1 in all, so much is paid beyond what is there.
        expect(prices.reduce((sum, r) => sum + mixture.price(r) * sizes[r]!, 0)).toBeCloseTo(1, 6)
        const least = of.map(ways => Math.min(...ways.map(w => prices.reduce((sum, r) => sum + mixture.price(r) * w.uses[r + 1]!, 0))))
        const beyond = least.reduce((a, b) => a + b, 0) - prices.reduce((sum, r) => sum + mixture.price(r) * there[r]!, 0)
        expect(beyond).toBeCloseTo(mixture.lack, 6)
        for (const [u, paid] of least.entries()) expect(mixture.paid(u)).toBeCloseTo(paid, 6)
      }),
      { numRuns: 400, seed: 12 },
    )
    expect(lacking).toBeGreaterThan(100)
  })
  it('do what one way alone can\'t: half of a unit here and half there', () => {
    const here: Column = { rows: [2, 0], uses: [1, 4] }
    const mixture = new Mixture(Float64Array.of(2, 2), Float64Array.of(1, 1), [here])
    expect([mixture.mix(), mixture.lack]).toEqual([true, 2])
    mixture.add({ rows: [2, 1], uses: [1, 4] })
    expect(mixture.mix()).toBe(false)
  })
})
