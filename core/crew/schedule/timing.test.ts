import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import {
  closestToBest,
  endOf,
  handedOver,
  leastWalking,
  offBest,
  scheduleInOrder,
  verifySchedule,
  walks,
} from './index'
import type { Instance, Schedule } from './index'
import { ALL, anyShop, crew, equal, piece, shop } from './testing.test-support'

describe('starts for a given order', () => {
  /** Every start of every task in whole steps, by trying them all. */
  function leastOff(instance: Instance, schedule: Schedule, end: number): number {
    const order = [...schedule].sort((a, b) => a.start - b.start)
    let least = Infinity
    const go = (i: number, made: Schedule): void => {
      if (i === order.length) {
        if (verifySchedule(instance, made).length === 0 && endOf(instance, made) <= end) least = Math.min(least, offBest(instance, made))
        return
      }
      for (let t = i === 0 ? 0 : made[i - 1]!.start; t <= end; t++) go(i + 1, [...made, { ...order[i]!, start: t }])
    }
    go(0, [])
    return least
  }
  it('lie as near to the best dwells as can be: every choice of starts tried', () => {
    for (const [a, b] of [
      [2, 3],
      [3, 2],
      [1, 4],
    ] as const) {
      const instance = shop([piece('x', a, [2, 4, 6], b), piece('y', b, [2, 5, 7], a)], crew(ALL))
      const { schedule } = scheduleInOrder(instance, instance.chains)
      for (const spare of [0, 2, 4]) {
        const end = endOf(instance, schedule) + spare
        expect(offBest(instance, closestToBest(instance, schedule, end))).toBe(leastOff(instance, schedule, end))
      }
    }
  })
  it('keep the people, the order and the end', () => {
    fc.assert(
      fc.property(anyShop, (instance) => {
        const { schedule } = scheduleInOrder(instance, instance.chains)
        const moved = closestToBest(instance, schedule)
        expect(verifySchedule(instance, moved)).toEqual([])
        expect(endOf(instance, moved)).toBeLessThanOrEqual(endOf(instance, schedule))
        expect(offBest(instance, moved)).toBeLessThanOrEqual(offBest(instance, schedule))
        for (const s of moved) expect(schedule.find(x => x.chain === s.chain && x.task === s.task)!.person).toBe(s.person)
      }),
      { numRuns: 60 },
    )
  })
  it('people keep what the plan before gave them, as long as that costs less than it is worth', () => {
    const instance = shop(equal(3), crew(ALL, ALL))
    const { schedule } = scheduleInOrder(instance, instance.chains)
    const known = {
      ...instance,
      chains: instance.chains.map(c => ({ ...c, tasks: c.tasks.map((t, k) => ({ ...t, was: k === 0 ? 'hand 2' : 'hand 1' })) })),
    }
    const kept = leastWalking(known, schedule)
    expect(verifySchedule(known, kept)).toEqual([])
    expect(handedOver(known, kept)).toBeLessThan(handedOver(known, schedule))
    expect(kept.filter(s => s.task === 1).map(s => s.person)).toEqual(['hand 1', 'hand 1', 'hand 1'])
  })
  it('what is being done keeps its hands, whichever chain is set first', () => {
    const [a, b] = equal(2)
    const began = (c: typeof a, start: number, person: string) => ({
      ...c!,
      release: 300,
      tasks: c!.tasks.map((t, k) => (k === 0 ? { ...t, fixed: { start, person } } : t)),
    })
    // The first is due at 360, when hand 1 is in the middle of coating the second: it falls to hand 2.
    const instance = shop([began(a, 0, 'hand 1'), began(b, 350, 'hand 1')], crew(ALL, ALL))
    const made = scheduleInOrder(instance, instance.chains)
    expect(verifySchedule(instance, made.schedule)).toEqual([])
    expect(made.schedule.find(s => s.chain === a!.id && s.task === 1)!.person).toBe('hand 2')
  })
  it('two people who took turns at bench and sink each keep to one', () => {
    const instance = shop(equal(3), crew(ALL, ALL))
    const turns: Schedule = [0, 60, 120].flatMap((t, i) => [
      { chain: `t${i + 1}`, task: 0, person: `hand ${1 + (i % 2)}`, start: t },
      { chain: `t${i + 1}`, task: 1, person: `hand ${1 + (i % 2)}`, start: t + 360 },
    ])
    const kept = leastWalking(instance, turns)
    expect(walks(instance, turns)).toBeGreaterThan(0)
    expect(walks(instance, kept)).toBe(0)
    expect(verifySchedule(instance, kept)).toEqual([])
  })
})
