import { describe, expect, it } from 'vitest'
import { DEFAULT_HOUSE_RULES } from '../../trade/house'
import { planRecipe } from '../../plan/recipe'
import { emptyRun } from '../../bench/run'
import { Bench, FOUR_TUMBLERS, ONE_MIRROR, plan, START, TWO_TAGS } from '../../bench/run/testing.test-support'
import { SKILLS } from '../../trade/skills'
import { clockOfDay, formatPlanTime } from '../../basics/zone'
import { changeSentence, whySentence } from './why-words'
import { verifySchedule } from '../schedule'
import {
  chainId,
  dayBlocks,
  dayChanges,
  dayInstance,
  handOvers,
  knownHands,
  moveTask,
  readChain,
  solveDay,
  toggleLock,
} from './index'
import type { DayInput, DayJob } from './index'

const midnight = START - 9 * 3600_000
const clock = { zone: 'UTC', midnight }
const at = (h: number, m = 0) => h * 3600 + m * 60
const JOB: DayJob = { id: 'job', title: '4 tumblers for the club', plan, state: null }
const two = [
  { id: 'ada', name: 'Ada', may: SKILLS },
  { id: 'ben', name: 'Ben', may: ['rinse', 'care', 'finish'] as const },
]
const dayOf = (change: Partial<DayInput> = {}): DayInput => ({
  ...clock,
  now: null,
  jobs: [JOB],
  people: two,
  away: {},
  locks: [],
  rules: DEFAULT_HOUSE_RULES,
  ...change,
})
function planned(input: DayInput) {
  const found = solveDay(input)
  if (!found.ok) throw new Error(found.why)
  expect(verifySchedule(found.instance, found.schedule).filter(f => !found.late.includes(f.chain))).toEqual([])
  return { input, ...found, ...dayBlocks(input, found.instance, found.schedule) }
}
const nameOf = (id: string) => ({ ada: 'Ada', ben: 'Ben' })[id] ?? id

describe('a day as tasks', () => {
  it('a job gets ready, is coated and rinsed piece by piece, is cleared up, dries and is looked at', () => {
    const { blocks, dwells, drying } = planned(dayOf())
    expect(blocks[0]).toMatchObject({ words: 'Get ready: 4 tumblers for the club', person: 'ada', from: at(8, 30) })
    expect(
      blocks
        .filter(b => b.skill === 'coat')
        .map(b => b.words)
        .sort(),
    ).toEqual([1, 2, 3, 4].map(n => `Coat tumbler ${n}`))
    expect(dwells).toHaveLength(4)
    for (const d of dwells) expect(d.to).toBeGreaterThanOrEqual(d.notBefore)
    for (const d of dwells) expect(d.to).toBeLessThanOrEqual(d.notAfter)
    expect(drying[0]!.to - drying[0]!.from).toBeGreaterThanOrEqual(3600)
    expect(blocks.at(-1)!.words).toBe('Look: 4 tumblers for the club')
  })
  it('only who may coats; who may only rinse is at the sink', () => {
    const { blocks } = planned(dayOf())
    expect(new Set(blocks.filter(b => b.person === 'ben').map(b => b.skill))).not.toContain('coat')
  })
  it('hours, breaks and who leaves early are kept; what dries into the night is looked at next morning', () => {
    const rules = { ...DEFAULT_HOUSE_RULES, dryTime: 10 * 3600 }
    const { blocks } = planned(
      dayOf({
        rules,
        away: {
          ada: [
            [at(9), at(10)],
            [at(15), at(24)],
          ],
        },
      }),
    )
    for (const b of blocks.filter(x => x.person === 'ada')) expect([b.words, b.to <= at(9) || b.from >= at(10)]).toEqual([b.words, true])
    expect(blocks.at(-1)!.from).toBeGreaterThanOrEqual(24 * 3600 + rules.workFrom)
  })
  it('a second pass on the same pieces begins once they were looked at, dry; in its own day if the hours are over', () => {
    const second: DayJob = { ...JOB, id: 'second', title: '4 tumblers, pass 2', after: 'job' }
    const spans = (rules = DEFAULT_HOUSE_RULES, jobs = [second, JOB]) => {
      const { blocks } = planned(dayOf({ jobs, rules }))
      const of = (job: string) => blocks.filter(b => b.job === job)
      return { first: of('job'), second: of('second') }
    }
    const day = spans()
    const looked = day.first.at(-1)!
    expect(looked.words).toMatch(/^Look/)
    expect(Math.min(...day.second.map(b => b.from))).toBeGreaterThanOrEqual(looked.to)
    expect(day.second.length).toBeGreaterThan(4)
    // Dried overnight, the second pass is next morning's.
    const slow = spans({ ...DEFAULT_HOUSE_RULES, dryTime: 12 * 3600 })
    expect(Math.min(...slow.second.map(b => b.from))).toBeGreaterThanOrEqual(24 * 3600 + DEFAULT_HOUSE_RULES.workFrom)
    // Alone on the day, its pieces are through the first already: nothing is waited for.
    expect(Math.min(...spans(DEFAULT_HOUSE_RULES, [second]).second.map(b => b.from))).toBe(DEFAULT_HOUSE_RULES.workFrom)
  })
  it('metal keeps the hands until its best; blasting keeps hands and cabinet', () => {
    const tags = dayInstance(dayOf({ jobs: [{ ...JOB, plan: planRecipe(TWO_TAGS).plan! }] })).chains.find(c => c.id === 'job:1')!
    expect(tags.tasks[0]!.seconds).toBeGreaterThan(900)
    expect(tags.tasks[1]).toMatchObject({ uses: 'tub', lag: { least: 0, best: 0 } })
    // A tray is one task of its first piece: the day, the plan and the cost reckon with the same time.
    const eight = planRecipe({ ...TWO_TAGS, pieces: 8, tray: 4 }).plan!
    const trays = dayInstance(dayOf({ jobs: [{ ...JOB, plan: eight }] })).chains.filter(c => /^job:\d+$/.test(c.id))
    expect(trays.map(c => c.id)).toEqual(['job:1', 'job:5'])
    const atEtchant = trays.flatMap(c => c.tasks).reduce((sum, t) => sum + t.seconds, 0)
    expect(Math.abs(atEtchant - eight.steps.find(s => s.id === 'etch')!.seconds)).toBeLessThan(2)
    const mirror = dayInstance(dayOf({ jobs: [{ ...JOB, plan: planRecipe(ONE_MIRROR).plan! }] })).chains.find(c => c.id === 'job:1')!
    expect(mirror).toMatchObject({ holdsPlace: false, tasks: [{ skill: 'blast', uses: 'cabinet' }] })
  })
  it('a swirl and drip checks become calls inside the dwell, over before the rinse', () => {
    const long = planRecipe({
      ...FOUR_TUMBLERS,
      schools: { ...FOUR_TUMBLERS.schools, care: 'swirl' },
      lot: { ...FOUR_TUMBLERS.lot, kind: 'slow-cream', label: { min: 900, max: 900 } },
    }).plan!
    const { instance, blocks } = planned(dayOf({ jobs: [{ ...JOB, plan: long }] }))
    const care = instance.chains.find(c => c.id === 'job:1')!.tasks.filter(t => t.skill === 'care')
    expect(care.map(t => t.lag!.best)).toEqual([180, 360, 450, 540, 720])
    const [rinse] = blocks.filter(b => b.chain === 'job:1' && b.skill === 'rinse')
    for (const b of blocks.filter(x => x.chain === 'job:1' && x.skill === 'care')) expect(b.to).toBeLessThanOrEqual(rinse!.from)
  })
  it('ids read back, and anything else is refused', () => {
    expect(readChain(chainId('a:b', 12))).toEqual({ job: 'a:b', kind: 'piece', piece: 12 })
    expect(readChain(chainId('x', 'look'))).toEqual({ job: 'x', kind: 'look' })
    expect(() => readChain('luck')).toThrow(RangeError)
  })
})

describe('while it runs', () => {
  /** Tumbler 1 covered by Ada at 9:31, tumbler 2 in her hands since 9:31:30; now it is 9:33. */
  function running() {
    const bench = new Bench(plan)
    bench.upTo('etch')
    bench.now = START + 30 * 60_000
    bench.send({ kind: 'coat.started', piece: 1 }, 'ada')
    bench.wait(60)
    bench.send({ kind: 'coat.covered', piece: 1 }, 'ada')
    bench.wait(30)
    bench.send({ kind: 'coat.started', piece: 2 }, 'ada')
    return dayOf({ jobs: [{ ...JOB, state: bench.state() }], now: at(9, 33) })
  }
  it('facts stay where they are, a slow coat is given until now, and the first rinse keeps its window', () => {
    const { blocks, dwells } = planned(running())
    const coat = (n: number) => blocks.find(b => b.chain === `job:${n}` && b.skill === 'coat')!
    expect(coat(1)).toMatchObject({ fact: true, person: 'ada', from: at(9, 30), to: at(9, 31) })
    expect(coat(2)).toMatchObject({ fact: true, person: 'ada', from: at(9, 31) + 30 })
    expect(coat(2).to).toBeGreaterThan(at(9, 33))
    expect(coat(3).from).toBeGreaterThanOrEqual(coat(2).to)
    const first = dwells.find(d => d.piece === 1)!
    expect(first.to).toBeLessThanOrEqual(first.notAfter)
    expect(blocks.some(b => b.words.startsWith('Get ready'))).toBe(false)
  })
  it('a piece that broke is gone from the plan; who leaves hands the rest over', () => {
    const input = running()
    const state = {
      ...input.jobs[0]!.state!,
      pieces: input.jobs[0]!.state!.pieces.map(p => (p.n === 4 ? { ...p, withdrawn: { by: 'ada', at: START, reason: 'broke' } } : p)),
    }
    const cleo = { id: 'cleo', name: 'Cleo', may: SKILLS }
    const { blocks } = planned({ ...input, jobs: [{ ...JOB, state }], people: [...two, cleo], away: { ada: [[at(9, 33) + 20, at(24)]] } })
    expect(blocks.some(b => b.chain === 'job:4')).toBe(false)
    expect(blocks.filter(b => b.person === 'ada' && !b.fact).every(b => b.to <= at(9, 33) + 20)).toBe(true)
    expect(blocks.find(b => b.chain === 'job:3' && b.skill === 'coat')!.person).toBe('cleo')
  })
  it('whoever is in the middle of getting ready goes on with it', () => {
    const bench = new Bench(plan)
    bench.upTo('resist')
    bench.wait(60)
    bench.send({ kind: 'step.done', step: 'resist' }, 'ada')
    const { blocks } = planned(
      dayOf({ jobs: [{ ...JOB, state: bench.state() }], now: at(9, 10), people: [{ ...two[0]!, id: 'zoe' }, ...two] }),
    )
    expect(blocks[0]).toMatchObject({ words: 'Get ready: 4 tumblers for the club', person: 'ada', fact: true, from: at(9, 10) })
  })
  it('overtime is for what is in hand: a job that nobody has begun waits for the morning', () => {
    const bench = new Bench(plan)
    bench.upTo('etch')
    bench.now = midnight + at(20) * 1000
    bench.send({ kind: 'coat.started', piece: 1 }, 'ada')
    const input = dayOf({
      jobs: [
        { ...JOB, state: bench.state() },
        { ...JOB, id: 'other', title: 'other' },
      ],
      now: at(20, 1),
    })
    const { blocks } = planned(input)
    const first = (job: string) => Math.min(...blocks.filter(b => b.job === job && !b.fact).map(b => b.from))
    expect(first('job')).toBeLessThan(at(20, 30))
    expect(first('other')).toBeGreaterThanOrEqual(at(24 + 8, 30))
  })
  it('what is in hand after hours goes on tonight; what nobody is at, or is paused, waits for the morning', () => {
    const bench = new Bench(plan)
    bench.now = START + 9 * 3_600_000
    bench.upTo('etch')
    const since = Math.ceil((bench.now - midnight) / 1000)
    expect(since).toBeGreaterThanOrEqual(at(18))
    const on = (now: number) =>
      planned(dayOf({ jobs: [{ ...JOB, state: bench.state() }], now }))
        .blocks.filter(b => b.skill === 'coat')
        .map(b => b.from)
    expect(Math.min(...on(since + 60))).toBe(since + 60)
    expect(Math.max(...on(since + 60))).toBeLessThan(at(24))
    expect(Math.min(...on(since + 3600))).toBe(at(24 + 8, 30))
    bench.send({ kind: 'run.paused', reason: 'home' }, 'ada')
    expect(Math.min(...on(since + 60))).toBe(at(24 + 8, 30))
  })
  it('says what another plan changes, and nothing else', () => {
    const before = planned(dayOf()).blocks
    expect(dayChanges(before, before, clock, nameOf)).toEqual([])
    const later = before.map(b => (b.chain === 'job:2' && b.skill === 'rinse' ? { ...b, from: b.from + 120, person: 'ada' } : b))
    const told = dayChanges(
      before.map(b => (b.chain === 'job:2' ? { ...b, person: 'ben' } : b)),
      later.map(b => (b.chain === 'job:2' && b.skill === 'coat' ? { ...b, person: 'ben' } : b)),
      clock,
      nameOf,
    )
    expect(told).toHaveLength(1)
    expect(told[0]).toMatch(/^Rinse tumbler 2: \d+:\d\d, was \d+:\d\d; Ada instead of Ben\.$/)
  })
  it('a call that was given is no change to what comes after it; who has something else to do now is told by job', () => {
    const long = planRecipe({ ...FOUR_TUMBLERS, lot: { ...FOUR_TUMBLERS.lot, kind: 'slow-cream', label: { min: 900, max: 900 } } }).plan!
    const before = planned(dayOf({ jobs: [{ ...JOB, plan: long }] })).blocks
    const care = before.find(b => b.chain === 'job:2' && b.skill === 'care')!
    const given = before.filter(b => b !== care).map(b => (b.chain === 'job:2' && b.task > care.task ? { ...b, task: b.task - 1 } : b))
    expect(dayChanges(before, given, clock, nameOf)).toEqual([])
    expect(knownHands(given)).toEqual(Object.fromEntries(Object.entries(knownHands(before)).filter(([name]) => name in knownHands(given))))
    const handed = given.map(b => (b.piece === 2 && b.skill !== 'coat' ? { ...b, person: b.person === 'ada' ? 'ben' : 'ada' } : b))
    expect(handOvers(before, handed, 'job', nameOf)).toEqual([
      expect.stringMatching(/^Rinse tumbler 2: (Ada instead of Ben|Ben instead of Ada)$/),
    ])
    expect(handOvers(before, handed, 'another', nameOf)).toEqual([])
    const all = before.map(b => ({ ...b, person: 'ben' }))
    expect(
      handOvers(
        all.map(b => ({ ...b, person: 'ada' })),
        all,
        'job',
        nameOf,
      ).sort(),
    ).toEqual([
      expect.stringMatching(/^Coat tumbler \d, \d, \d, \d: Ben instead of Ada$/),
      expect.stringMatching(/^Rinse tumbler \d, \d, \d, \d: Ben instead of Ada$/),
    ])
  })
  it('a run that has not begun plans as a job does', () => {
    expect(planned(dayOf({ jobs: [{ ...JOB, state: emptyRun(plan) }] })).blocks.length).toBe(planned(dayOf()).blocks.length)
  })
})

describe('a task moved by hand', () => {
  const { instance, schedule, blocks } = planned(dayOf())
  const coat = blocks.find(b => b.words === 'Coat tumbler 2')!
  const move = (chain: string, task: number, start: number, person = 'ada', locks: DayInput['locks'] = []) =>
    moveTask(instance, schedule, locks, { chain, task, start, person }, clock, nameOf)
  it('lands where it was dropped and stays there when the rest is planned again', () => {
    const moved = move('job:2', 0, coat.from + 1200)
    expect(moved).toEqual({ ok: true, locks: [{ chain: 'job:2', task: 0, start: coat.from + 1200, person: 'ada' }], snapped: null })
    const again = planned(dayOf({ locks: moved.ok ? moved.locks : [] }))
    expect(again.blocks.find(b => b.words === 'Coat tumbler 2')).toMatchObject({ from: coat.from + 1200, locked: true, fact: false })
  })
  it('is refused when what it waits for cannot be over by then', () => {
    const ready = blocks[0]!
    const found = solveDay(dayOf({ locks: [{ chain: 'job:2', task: 0, start: ready.to - 300, person: 'ada' }] }))
    expect(found).toMatchObject({ ok: false, why: expect.stringMatching(/^Coat tumbler 2 is locked at .* Unlock it or move it later\.$/) })
  })
  it('a rinse dropped past its window is drawn back to it; far past it is refused with the window', () => {
    const rinse = blocks.find(b => b.words === 'Rinse tumbler 2')!
    const near = move('job:2', rinse.task, coat.to + 500)
    expect(near).toMatchObject({ ok: true, snapped: expect.stringMatching(/^Set to /) })
    expect(near.ok && near.locks.find(l => l.task === rinse.task)!.start).toBe(coat.to + 375)
    expect(near.ok && near.locks.find(l => l.task === 0)!.start).toBe(coat.from)
    expect(move('job:2', rinse.task, coat.to + 4000)).toMatchObject({ ok: false, why: expect.stringMatching(/^Its window goes from/) })
  })
  it('is refused to who may not, who is away, before what it waits for, and over something locked', () => {
    expect(move('job:2', 0, coat.from, 'ben')).toMatchObject({ ok: false, why: expect.stringMatching(/^Ben may not coat/) })
    expect(move('job:2', 0, at(22))).toMatchObject({ ok: false, why: expect.stringMatching(/^Ada is not there at 22:00/) })
    expect(move('job:after', 0, at(8, 30), 'ben')).toMatchObject({ ok: false, why: expect.stringMatching(/^It waits for/) })
    expect(move('job:2', 0, coat.from, 'ada', [{ chain: 'job:3', task: 0, start: coat.from + 10, person: 'ada' }])).toMatchObject({
      ok: false,
      why: expect.stringMatching(/locked/),
    })
    expect(move('job:9', 0, coat.from)).toMatchObject({ ok: false })
  })
  it('a rinse is locked with its coat, and a coat lets go of its rinse', () => {
    const rinse = { chain: 'job:2', task: blocks.find(b => b.words === 'Rinse tumbler 2')!.task }
    const tasksOf = (locks: DayInput['locks']) => locks.map(l => [l.chain, l.task])
    const both = toggleLock(instance, schedule, [{ chain: 'job:3', task: 0, start: 1, person: 'ada' }], rinse)
    expect(tasksOf(both)).toEqual([
      ['job:3', 0],
      ['job:2', 0],
      ['job:2', rinse.task],
    ])
    expect(both[1]).toEqual({ chain: 'job:2', task: 0, start: coat.from, person: coat.person })
    expect(tasksOf(toggleLock(instance, schedule, both, rinse))).toEqual([
      ['job:3', 0],
      ['job:2', 0],
    ])
    expect(tasksOf(toggleLock(instance, schedule, both, { chain: 'job:2', task: 0 }))).toEqual([['job:3', 0]])
    expect(toggleLock(instance, schedule, both, { chain: 'job:9', task: 0 })).toEqual(both)
  })
})

describe('why a day does not fit, in words', () => {
  const plain = (text: string) => text.replace(/\u00a0/g, ' ')
  it('names what binds', () => {
    expect(whySentence({ binds: 'skill', skill: 'rinse', changes: [] })).toBe('Nobody here may rinse.')
    expect(whySentence({ binds: 'sink', changes: [] })).toBe('The sink binds: rinses queue for it.')
  })
  it.each([
    [{ what: 'time', seconds: 1500 }, '25 min more: begin sooner or stay longer.'],
    [{ what: 'window', seconds: 30 }, 'A window 30 s longer, if the label allows it.'],
    [{ what: 'pieces', pieces: 1 }, 'Leave 1 piece for another day.'],
    [{ what: 'trust', skill: 'care' }, 'Let somebody look after a dwell, on the page Crew.'],
    [{ what: 'place' }, 'One more place on the bench.'],
  ] as const)('%o', (change, words) => expect(plain(changeSentence({ ...change, end: 0 }))).toBe(words))
})

// Published: European Union Directive 2000/84/EC; 31 March and 27 October 2030 are the nights on which the clocks change.
describe('the days on which the clocks change', () => {
  const zone = 'Europe/Berlin'
  const on = (day: string, change: Partial<DayInput> = {}) => dayOf({ ...clockOfDay(zone, day), ...change })
  it.each([
    ['2030-03-31', 7],
    ['2030-10-27', 9],
    ['2030-06-03', 8],
  ] as const)(
    'work of %s begins at 8:30 on the wall, %d and a half hours after midnight, and who is away from 12 to 13 is away then',
    (day, hours) => {
      const away = { ada: [[at(12), at(13)]], ben: [[at(12), at(13)]] } as const
      const input = on(day, { away })
      expect(dayInstance(input).hands[0]!.shifts[0]).toEqual([at(hours, 30), at(hours + 4)])
      expect(formatPlanTime(input, planned(input).blocks[0]!.from)).toBe('8:30')
    },
  )
  it('what is left over goes on at 8:30 the next morning, whichever night lies between', () => {
    for (const day of ['2030-03-30', '2030-10-26']) {
      const input = on(day, { now: at(20) })
      const first = planned(input).blocks[0]!
      expect([day, formatPlanTime(input, first.from)]).toEqual([day, '8:30 next day'])
    }
  })
  it('a dwell over the change is as long as on any other night', () => {
    const input = on('2030-10-27', { rules: { ...DEFAULT_HOUSE_RULES, workFrom: at(0), workTo: at(6) } })
    for (const d of planned(input).dwells) expect(d.to - d.from).toBeGreaterThanOrEqual(plan.dwell.notBefore)
  })
})
