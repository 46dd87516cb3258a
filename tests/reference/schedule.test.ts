import { describe, expect, it } from 'vitest'
import { endOf, lowerBound, searchOrders, solve, verifySchedule } from '../../core/crew/schedule'
import type { Chain, Instance, Solved } from '../../core/crew/schedule'
import { ALL, crew, piece, shop } from '../../core/crew/schedule/testing.test-support'
import { gilmoreGomory, noWaitSpan } from './support/no-wait'
import { mipEnd } from './support/mip'
import { steppedEnd } from './support/stepped'

/** A fixed sequence that looks like chance, so that every run checks the same instances. */
function numbers(seed: number): (least: number, most: number) => number {
  let state = seed
  return (least, most) => least + ((state = (state * 48271) % 2147483647) % (most - least + 1))
}

function solved(instance: Instance): Solved {
  const found = solve(instance, { nodes: 2_000_000 })
  if ('stuck' in found) throw new Error(`stuck at ${found.stuck.id}`)
  expect(verifySchedule(instance, found.schedule)).toEqual([])
  expect(endOf(instance, found.schedule)).toBe(found.end)
  expect(found.bound).toBeLessThanOrEqual(found.end)
  return found
}

/** Small whole numbers, so that every state of every second can be gone through. */
function smallPieces(count: number, kinds: number, seed: number, care: boolean): Chain[] {
  const roll = numbers(seed * 7919 + count)
  const models = Array.from({ length: kinds }, () => {
    const least = roll(2, 5)
    return { coat: roll(1, 2), least, slack: roll(0, 2), off: roll(1, 2) }
  })
  return Array.from({ length: count }, (_, i) => {
    const m = models[i % kinds]!
    return piece(
      `p${i}`,
      m.coat,
      [m.least, m.least + (m.slack > 1 ? 1 : 0), m.least + m.slack],
      m.off,
      care && m.least >= 3 ? { care: [{ at: [1, 1], seconds: 1 }] } : {},
    )
  })
}

describe('every state of every second gone through: nothing ends sooner', () => {
  for (const count of [1, 2, 3, 4, 5, 6, 7]) {
    it.each([1, 2, 3, 4, 5, 6])(`${count} pieces, instance %i`, (seed) => {
      const kinds = count <= 4 ? count : (seed % 2) + 1
      const pieces = smallPieces(count, kinds, seed, seed % 3 === 0 && count <= 5)
      const hands = seed % 2 ? crew(ALL) : crew(ALL, ALL)
      const instance = shop(pieces, hands, { sink: 1 + Number(seed > 4), place: seed % 3 === 1 ? 3 : 99 })
      const found = solved(instance)
      expect(found.end).toBe(steppedEnd(instance))
      expect(found.proved).toBe(true)
      expect(lowerBound(instance)).toBeLessThanOrEqual(found.end)
    })
    it(`${count} pieces, one coats and another rinses`, () => {
      const instance = shop(smallPieces(count, count <= 5 ? count : 2, 11 + count, false), crew(['coat', 'care'], ['rinse']))
      expect(solved(instance).end).toBe(steppedEnd(instance))
    })
  }
})

describe('windows against a general MIP solver', () => {
  it.each([
    [3, 1, 1],
    [3, 2, 2],
    [4, 1, 3],
    [4, 2, 4],
    [4, 1, 5],
    [5, 1, 6],
  ])(
    '%i pieces, %i people, instance %i',
    async (count, people, seed) => {
      const roll = numbers(seed * 104_729)
      const pieces = Array.from({ length: count }, (_, i) => {
        const least = roll(1, 8) * 30
        return piece(`p${i}`, roll(20, 90), [least, least + 10, least + roll(0, 60)], roll(20, 80), { release: i % 2 ? roll(0, 60) : 0 })
      })
      const instance = shop(pieces, people === 1 ? crew(ALL) : crew(ALL, ALL))
      const found = solved(instance)
      expect(found.proved).toBe(true)
      expect(found.end).toBe(await mipEnd(instance))
    },
    60_000,
  )
})

describe('windows without width, one coats and one rinses: the two-machine no-wait flow shop', () => {
  it('the reference itself: no order of up to seven ends sooner', () => {
    for (let seed = 1; seed <= 40; seed++) {
      const roll = numbers(seed)
      const jobs = Array.from({ length: 3 + (seed % 5) }, () => ({ a: roll(1, 30), b: roll(1, 30) }))
      let least = Infinity
      const permute = (order: typeof jobs, left: typeof jobs): void => {
        if (left.length === 0) least = Math.min(least, noWaitSpan(order))
        left.forEach((j, i) => permute([...order, j], left.toSpliced(i, 1)))
      }
      permute([], jobs)
      expect(gilmoreGomory(jobs)).toBe(least)
    }
  })
  it.each([1, 2, 3, 4, 5, 6, 7, 8])('instance %i', (seed) => {
    const roll = numbers(seed * 31)
    // Every rinse exactly one dwell after its coat: take the dwell out, and the sink goes on where the bench left off.
    const dwell = 600
    const jobs = Array.from({ length: 4 + (seed % 5) }, () => ({ a: roll(20, 120), b: roll(20, 120) }))
    const instance = shop(
      jobs.map((j, i) => piece(`p${i}`, j.a, [dwell, dwell, dwell], j.b)),
      crew(['coat'], ['rinse']),
    )
    const found = solved(instance)
    expect(found.proved).toBe(true)
    expect(found.end).toBe(dwell + gilmoreGomory(jobs))
  })
})

describe('up to eight pieces and two people', () => {
  it.each([1, 2, 3, 4, 5, 6])('is searched to the end, instance %i', (seed) => {
    const roll = numbers(seed * 1009)
    const pieces = Array.from({ length: 8 }, (_, i) => {
      const best = roll(1, 15) * 60
      return piece(`p${i}`, roll(30, 150), [best, best + 20, Math.round(best * 1.25)], roll(40, 120))
    })
    const instance = shop(pieces, seed % 2 ? crew(ALL) : crew(ALL, ALL))
    const found = solved(instance)
    expect(found.proved).toBe(true)
    // Searched again with nothing known beforehand: the same end.
    const again = searchOrders(instance, 10_000, 0)
    expect(again.proved).toBe(true)
    expect(endOf(instance, again.schedule!)).toBe(found.end)
  })
})
