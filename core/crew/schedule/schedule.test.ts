import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import {
  canSearch,
  inGivenOrder,
  endOf,
  lowerBound,
  offBest,
  solve,
  verifySchedule,
  whyNot,
} from './index'
import type { Instance, Schedule, Solved } from './index'
import { forwardSchedule } from './forward'
import { OPEN_END } from './model'
import { ALL, anyShop, crew, equal, five, mixed, piece, shop } from './testing.test-support'

const plan = (instance: Instance): Solved => {
  const found = solve(instance)
  if ('stuck' in found) throw new Error(`stuck at ${found.stuck.id}`)
  return found
}
const start = (s: Schedule, chain: string, task: number) => s.find(x => x.chain === chain && x.task === task)!.start

describe('a plan for the crew', () => {
  it('six tumblers, five minutes, a minute each: twelve minutes for one pair of hands, nobody waiting', () => {
    const found = plan(shop(equal(6), crew(ALL)))
    expect(found).toMatchObject({ end: 720, bound: 720, proved: true })
    expect(offBest(shop(equal(6), crew(ALL)), found.schedule)).toBe(0)
  })
  it('a seventh still fits the same sitting when the others wait a minute longer in their windows', () => {
    const seven = shop(equal(7), crew(ALL))
    expect(plan(seven)).toMatchObject({ end: 840, proved: true })
    expect(offBest(seven, plan(seven).schedule)).toBe(7 * 60)
  })
  it('one coats while another rinses: the first rinse waits for nobody', () => {
    const found = plan(shop(equal(8), crew(['coat'], ['rinse'])))
    expect(found).toMatchObject({ end: 60 + 300 + 8 * 60, proved: true })
    expect(new Set(found.schedule.filter(s => s.task === 1).map(s => s.person))).toEqual(new Set(['hand 2']))
  })
  it('the best time is met where the end does not hang on it', () => {
    const two = shop([piece('a', 60, [300, 360, 420], 60), piece('b', 60, [300, 300, 420], 60, { tail: 1000 })], crew(ALL))
    const found = plan(two)
    const dwell = (id: string) => start(found.schedule, id, 1) - start(found.schedule, id, 0) - 60
    expect(found.end).toBe(1420)
    expect([dwell('a'), dwell('b')]).toEqual([360, 300])
  })
  it('coated order is rinsing order for equal pieces', () => {
    const found = plan(shop(equal(8), crew(ALL, ALL)))
    const by = (task: number) =>
      found.schedule
        .filter(s => s.task === task)
        .sort((a, b) => a.start - b.start || a.chain.localeCompare(b.chain))
        .map(s => s.chain)
    expect(by(1)).toEqual(by(0))
  })
  it('a break is kept free of hands, and a dwell may run through it', () => {
    const hands = [
      {
        id: 'a',
        may: ALL,
        shifts: [
          [0, 150],
          [400, 3000],
        ] as [number, number][],
      },
    ]
    const found = plan(shop(equal(4), hands))
    expect(verifySchedule(shop(equal(4), hands), found.schedule)).toEqual([])
    expect(found.schedule.every(s => s.start + 60 <= 150 || s.start >= 400)).toBe(true)
    expect(found.schedule.filter(s => s.task === 0 && s.start < 150)).toHaveLength(2)
  })
  it('what has to be over first is, and drying is waited for', () => {
    const [a, b] = [
      piece('first pass', 60, five, 60),
      { ...piece('second pass', 60, five, 60), after: [{ chain: 'first pass', wait: 3600 }] },
    ]
    const found = plan(shop([b, a], crew(ALL, ALL)))
    expect(start(found.schedule, 'second pass', 0)).toBe(420 + 3600)
    expect(found.proved).toBe(true)
  })
  it('what runs already stays as it is; a late rinse comes as soon as hands are free, and is named', () => {
    const wet = piece('wet', 60, five, 60, { release: 1000 })
    wet.tasks[0]!.fixed = { start: 500, person: 'hand 1' }
    const found = plan(shop([wet, { ...piece('next', 60, five, 60), release: 1000 }], crew(ALL)))
    expect(found.late).toEqual(['wet'])
    expect(start(found.schedule, 'wet', 0)).toBe(500)
    expect(start(found.schedule, 'wet', 1)).toBe(1000)
    expect(start(found.schedule, 'next', 0)).toBeGreaterThanOrEqual(1060)
  })
  it('eighty pieces: nothing broken, and never below what no schedule can beat', () => {
    const rows = shop(
      [
        ...equal(40),
        ...Array.from({ length: 40 }, (_, i) =>
          piece(`m${i}`, 40 + i, [600, 660, 750], 50 + ((i * 7) % 40), { care: [{ at: [270, 330], seconds: 15 }] }),
        ),
      ],
      crew(ALL, ALL, ['coat', 'care']),
      { sink: 2, place: 20 },
    )
    const found = solve(rows, { tries: 40 }) as Solved
    expect(verifySchedule(rows, found.schedule)).toEqual([])
    expect(found.bound).toBeLessThanOrEqual(found.end)
    expect(found.end / found.bound).toBeLessThan(1.3)
  })
  it('whatever the shop: no rule broken, no end below the bound, every task once', () => {
    fc.assert(
      fc.property(anyShop, (instance) => {
        const found = solve(instance, { tries: 20, lives: 1, nodes: 3000 }) as Solved
        expect(verifySchedule(instance, found.schedule)).toEqual([])
        const lived = forwardSchedule(instance, { long: 0.05, sink: 0.5 }, 4)
        if (lived) {
          expect(verifySchedule(instance, lived)).toEqual([])
          expect(found.bound).toBeLessThanOrEqual(endOf(instance, lived))
        }
        expect(found.end).toBe(endOf(instance, found.schedule))
        expect(found.bound).toBeLessThanOrEqual(found.end)
        expect(lowerBound(instance)).toBeLessThanOrEqual(found.end)
        expect(found.schedule).toHaveLength(instance.chains.reduce((n, c) => n + c.tasks.length, 0))
      }),
      { numRuns: 60 },
    )
  })
  it('a day lived forward: eighty pieces of all sorts within a twentieth of what no schedule can beat', () => {
    const large = mixed(80, 5, true)
    const found = solve(large, { lives: 2 }) as Solved
    expect(verifySchedule(large, found.schedule)).toEqual([])
    expect(found.end / found.bound).toBeLessThan(1.05)
    expect(solve(large, { lives: 2 })).toEqual(found)
  })
  it('a day lived forward goes round breaks, skills, what others keep and what stays where it is', () => {
    const locked = piece('locked', 60, five, 60)
    locked.tasks[0]!.fixed = { start: 200, person: 'hand 1' }
    const wet = piece('wet', 60, five, 60, { release: 240 })
    wet.tasks[0]!.fixed = { start: 0, person: 'hand 2' }
    const hands = crew(['coat'], ALL).map((h, i) => (i === 0 ? { ...h, shifts: [[0, 400], [900, OPEN_END]] as [number, number][] } : h))
    const day = shop([locked, wet, ...equal(6)], hands, { place: 3 })
    const lived = forwardSchedule(day, { long: 0, sink: 0 }, 8)!
    expect(verifySchedule(day, lived)).toEqual([])
    expect(lived).toHaveLength(16)
    expect(lived.filter(s => s.person === 'hand 1').every(s => s.task === 0)).toBe(true)
    // A lock behind an open coat is for those who set one chain after another; and whoever says stop is heard.
    const behind = piece('behind', 60, five, 60)
    behind.tasks[1]!.fixed = { start: 900, person: 'hand 2' }
    expect(forwardSchedule(shop([behind], hands), { long: 0, sink: 0 }, 8)).toBeNull()
    expect(forwardSchedule(day, { long: 0, sink: 0 }, 8, () => false)).toBeNull()
  })
  it('equal pieces are begun in the order in which they are numbered, whatever order was found first', () => {
    for (const tries of [0, 1, 2, 3, 5, 8, 13, 600]) {
      const day = shop(equal(4), crew(['prepare', 'coat', 'care', 'finish'], ['rinse', 'finish']))
      const { schedule } = solve(day, { tries, nodes: 0 }) as Solved
      const begun = schedule.filter(x => x.task === 0).sort((x, y) => x.start - y.start)
      expect(begun.map(x => x.chain)).toEqual(begun.map(x => x.chain).toSorted())
    }
    // Found as third, first, second: the same starts, by number.
    const three = shop(equal(3), crew(ALL))
    const ids = three.chains.map(c => c.id)
    const slots = [2, 0, 1].flatMap((c, i) => [0, 1].map(task => ({ chain: ids[c]!, task, person: 'hand 1', start: 60 * i + 400 * task })))
    expect(inGivenOrder(three, slots)).toEqual(slots.map((slot, i) => ({ ...slot, chain: ids[i >> 1]! })))
  })
  it('can be stopped, and gives what it has', () => {
    let asked = 0
    const found = solve(shop(equal(30), crew(ALL)), { goOn: () => ++asked < 3 }) as Solved
    expect(found.schedule).toHaveLength(60)
    expect(asked).toBeLessThan(5)
  })
  it('is the same each time', () => {
    const shopOf = () => shop(equal(9, 50, 70), crew(ALL, ALL))
    expect(solve(shopOf())).toEqual(solve(shopOf()))
  })
})

describe('the exact search', () => {
  it('is offered for one or two people with nothing locked ahead', () => {
    expect(canSearch(shop(equal(3), crew(ALL)))).toBe(true)
    expect(canSearch(shop(equal(3), crew(ALL, ALL, ALL)))).toBe(false)
    const locked = shop(equal(3), crew(ALL))
    locked.chains[0]!.tasks[0]!.fixed = { start: 100, person: 'hand 1' }
    expect(canSearch(locked)).toBe(false)
  })
  it('twelve pieces of all sorts are proved; a sooner end than the first that was found', () => {
    const day = mixed(12, 5, false)
    const quick = solve(day, { nodes: 1 }) as Solved
    expect(quick.proved).toBe(false)
    const found = solve(day, { nodes: 2_000_000 }) as Solved
    expect(found).toMatchObject({ proved: true, bound: found.end })
    expect(found.end).toBeLessThan(quick.end)
    expect(verifySchedule(day, found.schedule)).toEqual([])
  })
  it('where it is stopped, what it ruled out is told as the bound', () => {
    const day = mixed(10, 2, false)
    const found = solve(day, { nodes: 40_000 }) as Solved
    const whole = solve(day, { nodes: Infinity }) as Solved
    expect([found.proved, whole.proved]).toEqual([false, true])
    expect(found.bound).toBeGreaterThan(lowerBound(day))
    expect(found.bound).toBeLessThanOrEqual(whole.end)
    expect(found.end).toBeGreaterThanOrEqual(whole.end)
  })
})

describe('the check of a schedule', () => {
  const instance = shop(equal(3), crew(ALL, ['coat']), { place: 2 })
  const good = plan(instance).schedule
  const change = (chain: string, task: number, part: Partial<Schedule[number]>) =>
    verifySchedule(
      instance,
      good.map(s => (s.chain === chain && s.task === task ? { ...s, ...part } : s)),
    ).map(f => f.kind)
  it('finds nothing in a good one', () => expect(verifySchedule(instance, good)).toEqual([]))
  it('finds a rinse a second too late, or too early', () => {
    const at = start(good, 't1', 0) + 60
    expect(change('t1', 1, { start: at + 376 })).toContain('late')
    expect(change('t1', 1, { start: at + 299 })).toContain('early')
  })
  it('finds two things in one pair of hands, and somebody who may not', () => {
    expect(change('t2', 0, { start: start(good, 't1', 0), person: good.find(s => s.chain === 't1' && s.task === 0)!.person })).toContain(
      'hands',
    )
    expect(change('t1', 1, { person: 'hand 2' })).toContain('skill')
    expect(change('t1', 1, { person: 'nobody' })).toContain('skill')
  })
  it('finds a missing task, one done twice, one too many for the sink or the bench, and one outside its shift', () => {
    expect(verifySchedule(instance, good.slice(1)).map(f => f.kind)).toContain('missing')
    expect(verifySchedule(instance, [...good, good[0]!]).map(f => f.kind)).toContain('twice')
    const side = shop(equal(2), crew(ALL, ALL))
    const both: Schedule = [0, 1].flatMap(i => [
      { chain: `t${i + 1}`, task: 0, person: `hand ${i + 1}`, start: 0 },
      { chain: `t${i + 1}`, task: 1, person: `hand ${i + 1}`, start: 360 },
    ])
    expect(verifySchedule(side, both).map(f => f.kind)).toContain('sink')
    expect(verifySchedule({ ...side, fixtures: { ...side.fixtures, sink: 2, place: 1 } }, both).map(f => f.kind)).toContain('place')
    expect(verifySchedule({ ...side, hands: side.hands.map(h => ({ ...h, shifts: [[10, 1000]] })) }, both).map(f => f.kind)).toContain(
      'away',
    )
    expect(verifySchedule({ ...side, chains: side.chains.map(c => ({ ...c, release: 5 })) }, both).map(f => f.kind)).toContain('early')
  })
})

describe('why it does not fit', () => {
  it('fits: nothing to say', () => expect(whyNot(shop(equal(6), crew(ALL)), 720)).toBeNull())
  it('nobody may rinse', () =>
    expect(whyNot(shop(equal(2), crew(['coat'])), 5000)).toMatchObject({
      binds: 'skill',
      skill: 'rinse',
      changes: [{ what: 'trust', skill: 'rinse' }],
    }))
  it('one pair of hands short: says how long it takes, and that another pair would do', () => {
    const why = whyNot(shop(equal(12), crew(ALL), { sink: 2 }), 1000)!
    expect(why.binds).toBe('hands')
    expect(why.changes.map(c => c.what)).toEqual(expect.arrayContaining(['time', 'hands', 'pieces']))
    for (const c of why.changes.filter(x => x.what !== 'time')) expect(c.end).toBeLessThanOrEqual(1000)
  })
  it('one sink for four people: the sink binds', () => {
    const why = whyNot(shop(equal(12, 30, 120, [300, 330, 500]), crew(ALL, ALL, ALL, ALL)), 1300)!
    expect(why.binds).toBe('sink')
    expect(why.changes.map(c => c.what)).toContain('sink')
  })
  it('a bench of two places: the bench binds', () => {
    expect(whyNot(shop(equal(8), crew(ALL, ALL), { place: 2, sink: 2 }), 1000)!.binds).toBe('place')
  })
  it('the fewest pieces to leave out: with them it does not fit, without them it does', () => {
    const instance = shop(equal(9), crew(ALL))
    const fewer = whyNot(instance, 720)!.changes.find(c => c.what === 'pieces')!
    expect(fewer).toEqual({ what: 'pieces', pieces: 3, end: 720 })
  })
})
