import { describe, expect, it } from 'vitest'
import { dayPlanSchema, parseAway, plannable, sameChoices, waitsForPass, writeAway } from './days'
import type { DayPlan } from './days'

describe('when somebody is away', () => {
  it.each([
    ['', []],
    ['12-12:30', [[43_200, 45_000]]],
    ['15:30-', [[55_800, 86_400]]],
    ['-9', [[0, 32_400]]],
    [
      '15:30-, 12:00 – 12:30',
      [
        [43_200, 45_000],
        [55_800, 86_400],
      ],
    ],
  ])('%s', (text, spans) => {
    expect(parseAway(text)).toEqual({ ok: true, value: spans })
    expect(parseAway(writeAway(spans as [number, number][]))).toEqual({ ok: true, value: spans })
  })
  it.each(['noon', '12', '13-12', '12-13-14', '12:00-12:00'])('"%s" is asked back', text =>
    expect(parseAway(text)).toMatchObject({ ok: false }),
  )
})

describe('passes of one day', () => {
  const pass = (
    id: string,
    status: 'planned' | 'running' | 'done',
    before: string | null = null,
    beforeStatus: 'planned' | 'done' = 'planned',
  ) => ({
    id,
    status,
    before: before === null ? null : { id: before, status: beforeStatus, done: [] },
  })
  const ids = (passes: ReturnType<typeof pass>[]) => plannable(passes).map(p => p.id)
  it('a later pass goes with the one before it, or where that is done', () => {
    const [a, b, c] = [pass('a', 'planned'), pass('b', 'planned', 'a'), pass('c', 'planned', 'b')]
    expect(ids([c, b, a])).toEqual(['c', 'b', 'a'])
    expect(ids([c, a])).toEqual(['a'])
    expect(ids([b])).toEqual([])
    expect(ids([pass('b', 'planned', 'a', 'done'), pass('d', 'done')])).toEqual(['b'])
    expect([a, b, pass('b', 'planned', 'a', 'done')].map(waitsForPass)).toEqual([null, 'a', null])
  })
})

describe('a day as a page sends it', () => {
  const id = '0197a000-0000-7000-8000-000000000001'
  const good = {
    midnight: 1e12,
    now: null,
    passes: [id],
    away: { [id]: [[0, 60]] },
    locks: [],
    slots: [{ chain: `${id}:1`, task: 0, start: 30_600, person: id }],
    version: 0,
  }
  it('is taken as it is', () => expect(dayPlanSchema.parse(good)).toEqual(good))
  it.each([{ slots: [{ ...good.slots[0], start: -1 }] }, { passes: ['x'] }, { extra: 1 }, { away: { [id]: [[0]] } }])(
    'is refused with %o',
    change => expect(dayPlanSchema.safeParse({ ...good, ...change }).success).toBe(false),
  )
})

describe('a plan made again elsewhere', () => {
  const slot = (chain: string, start = 1) => ({ chain, task: 0, start, person: 'ada' })
  const plan: DayPlan = {
    day: '2030-06-03',
    midnight: 1,
    passes: ['a', 'b'],
    away: { ada: [[0, 60]] },
    locks: [slot('a:1'), slot('b:1')],
    slots: [slot('a:1'), slot('b:1')],
    blocks: [],
    version: 1,
    savedBy: null,
    savedAt: null,
  }
  const same = (change: Partial<DayPlan>, open = ['a', 'b']) =>
    sameChoices(plan, { ...plan, version: 2, ...change }, id => open.includes(id))
  it('is the same choices when only times moved, or when something is over', () => {
    expect(same({ slots: [slot('a:1', 90), slot('b:1', 99)] })).toBe(true)
    expect(same({ passes: ['a'], slots: [slot('a:1')], locks: [slot('a:1')] }, ['a'])).toBe(true)
    expect(same({ locks: [slot('b:1'), slot('a:1')] })).toBe(true)
  })
  it('is another choice when somebody took a job off, unlocked, moved a lock, or is away otherwise', () => {
    for (const change of [{ passes: ['a'] }, { locks: [slot('a:1')] }, { locks: [slot('a:1', 2), slot('b:1')] }, { away: {} }])
      expect(same(change)).toBe(false)
  })
})
