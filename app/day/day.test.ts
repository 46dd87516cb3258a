import { describe, expect, it, vi } from 'vitest'
import { clockOfDay } from '../../core/basics/zone'
import type { DayPlan, DayPlanEntry } from '../../shared/days'
import { choiceOf, readAway, suggestedPasses, withToggled } from './choice'
import { dayKeeper } from './keeper'
import type { KeptDay } from './keeper'

const plan = (change: Partial<DayPlan> = {}): DayPlan => ({
  day: '2030-06-03',
  midnight: 1_000_000,
  passes: ['a'],
  away: {},
  locks: [],
  slots: [],
  blocks: [],
  version: 1,
  savedBy: 'maren',
  savedAt: 1,
  ...change,
})
const entry = (change: Partial<DayPlanEntry> = {}): Omit<DayPlanEntry, 'version'> => ({
  midnight: 1_000_000,
  now: null,
  passes: ['a', 'b'],
  away: {},
  locks: [],
  slots: [],
  ...change,
})
const refusal = (status: number, message = 'no') => Object.assign(new Error(message), { status })

/** A page and a server that keeps plans by version. */
function page(answers: ((sent: DayPlanEntry) => DayPlan)[] = []) {
  let kept = plan()
  const sent: DayPlanEntry[] = []
  const day = {
    now: () => kept,
    put: vi.fn(async (e: DayPlanEntry) => {
      sent.push(e)
      return (answers.shift() ?? (x => plan({ ...x, version: x.version + 1 })))(e)
    }),
    get: vi.fn(async () => plan({ version: 5, passes: ['c'] })),
    stored: vi.fn((d: DayPlan) => void (kept = d)),
    take: vi.fn((d: DayPlan) => {
      kept = d
      return false
    }),
    refused: vi.fn(),
    overtaken: vi.fn(),
    planAgain: vi.fn(),
  } satisfies KeptDay
  return { day, sent, keep: dayKeeper(day) }
}
const fails = (status: number) => () => {
  throw refusal(status)
}

describe('a day\'s plan is kept', () => {
  it('one after another, each on the version that the last one gave', async () => {
    const { keep, sent } = page()
    await Promise.all([keep(entry(), true), keep(entry({ passes: ['b'] }), true), keep(entry({ passes: ['b', 'a'] }), false)])
    expect(sent.map(e => [e.passes.join(''), e.version])).toEqual([['ab', 1], ['b', 2], ['ba', 3]])
  })
  it('nothing is sent that is kept already', async () => {
    const { keep, day } = page()
    await keep(entry({ passes: ['a'] }), true)
    expect(day.put).not.toHaveBeenCalled()
  })
  it('where somebody else was first, theirs is taken, who changed something is told, and the day is planned once more', async () => {
    const { keep, day } = page([fails(409)])
    await keep(entry(), true)
    expect(day.take).toHaveBeenCalledWith(expect.objectContaining({ version: 5 }))
    expect(day.overtaken).toHaveBeenCalledOnce()
    expect(day.planAgain).toHaveBeenCalledWith(true)
    expect(day.refused).not.toHaveBeenCalled()
  })
  it('where only a fact came in between, nobody is told and it is planned once more', async () => {
    const { keep, day } = page([fails(409)])
    day.get.mockResolvedValueOnce(plan({ version: 1 }))
    await keep(entry(), true)
    expect([day.take.mock.calls.length, day.overtaken.mock.calls.length]).toEqual([0, 0])
    expect(day.planAgain).toHaveBeenCalledOnce()
  })
  it('a second refusal in a row is final: said to who changed something, not for a plan that was only made again', async () => {
    const byHand = page([fails(409), fails(409)])
    await byHand.keep(entry(), true)
    await byHand.keep(entry(), true)
    expect(byHand.day.refused).toHaveBeenCalledExactlyOnceWith('no')
    expect(byHand.day.planAgain).toHaveBeenCalledOnce()
    const made = page([fails(409), fails(409)])
    await made.keep(entry(), false)
    await made.keep(entry(), false)
    expect(made.day.refused).not.toHaveBeenCalled()
  })
  it('after one that was kept, a refusal is tried again as the first', async () => {
    const { keep, day } = page([fails(409), e => plan({ ...e, version: 6 }), fails(409)])
    await keep(entry(), true)
    await keep(entry(), true)
    await keep(entry({ passes: [] }), true)
    expect(day.planAgain).toHaveBeenCalledTimes(2)
  })
  it('any other refusal is said, whoever asked; a fault of the page is not swallowed, and holds up nothing after it', async () => {
    const { keep, day, sent } = page([fails(403), () => {
      throw new TypeError('broken')
    }])
    await keep(entry(), false)
    expect(day.refused).toHaveBeenCalledWith('no')
    await expect(keep(entry(), false)).rejects.toThrow('broken')
    await keep(entry({ passes: ['d'] }), false)
    expect(sent.at(-1)!.passes).toEqual(['d'])
  })
})

describe('a pass that is put on a day, or taken off it', () => {
  const pass = (id: string, before: string | null = null) => ({
    id,
    status: 'planned' as const,
    before: before === null ? null : { id: before, status: 'planned' as const, done: [] },
  })
  const passes = [pass('a'), pass('b', 'a'), pass('c', 'b'), pass('other')]
  it('brings what it waits for, and takes what waits for it along', () => {
    expect(withToggled(['other'], passes, 'c')).toEqual(['other', 'a', 'b', 'c'])
    expect(withToggled(['a'], passes, 'b')).toEqual(['a', 'b'])
    expect(withToggled(['a', 'b', 'c', 'other'], passes, 'b')).toEqual(['a', 'other'])
    expect(withToggled(['a', 'b', 'c', 'other'], passes, 'a')).toEqual(['other'])
  })
})

describe('what was chosen for a day', () => {
  const h = (hours: number) => hours * 3600
  it('who is away is read person by person; what can\'t be read keeps the others', () => {
    const { spans, errors } = readAway({ ada: '12-12:30, 15:30-', ben: 'noonish', cleo: '' })
    expect(spans).toEqual({ ada: [[h(12), h(12.5)], [h(15.5), h(24)]] })
    expect(Object.keys(errors)).toEqual(['ben'])
    expect(errors.ben).toMatch(/"noonish" can't be read/)
  })
  it('a kept plan gives its open jobs, breaks in writing, and locks where they were', () => {
    const { midnight } = clockOfDay('Europe/Berlin', '2030-06-03')
    const lock = { chain: 'a:1', task: 0, start: h(9), person: 'ada' }
    const day = plan({ midnight, passes: ['a', 'gone'], away: { ada: [[h(12), h(12.5)]] }, locks: [lock] })
    expect(choiceOf(day, id => id === 'a', midnight)).toEqual({ chosen: ['a'], away: { ada: '12:00-12:30' }, locks: [lock] })
    // The studio's zone was set right afterwards: an hour east, the lock stays at the same moment.
    const east = clockOfDay('Europe/Helsinki', '2030-06-03').midnight
    expect(choiceOf(day, () => true, east).locks[0]!.start).toBe(h(10))
  })
  it('for a day nobody planned: what runs, today only, and what is promised within three days', () => {
    const passes = [
      { id: 'runs', status: 'running', dueOn: '2030-07-01', before: null },
      { id: 'soon', status: 'planned', dueOn: '2030-06-06', before: null },
      { id: 'late', status: 'planned', dueOn: '2030-05-01', before: null },
      { id: 'later', status: 'planned', dueOn: '2030-06-07', before: null },
    ] as const
    expect(suggestedPasses(passes, '2030-06-03', true)).toEqual(['runs', 'soon', 'late'])
    expect(suggestedPasses(passes, '2030-06-03', false)).toEqual(['soon', 'late'])
  })
})
