import { describe, expect, it } from 'vitest'
import { DEFAULT_HOUSE_RULES } from '../../trade/house'
import { planRecipe } from '../../plan/recipe'
import { nextAction, NO_TURNS, pieceStage, pressEntries } from '../../bench/run'
import type { Turns } from '../../bench/run'
import { Bench, FOUR_TUMBLERS } from '../../bench/run/testing.test-support'
import { SKILLS } from '../../trade/skills'
import type { Skill } from '../../trade/skills'
import { verifySchedule } from '../schedule'
import { dayBlocks, knownHands, solveDay, turnsOf } from './index'
import type { Block, DayInput } from './index'

const EIGHT = planRecipe({ ...FOUR_TUMBLERS, pieces: 8 }).plan!
const MIDNIGHT = Date.UTC(2026, 5, 1)
type Crew = { id: string, name: string, may: readonly Skill[] }[]
const COATER_AND_RINSER: Crew = [
  { id: 'ada', name: 'Ada', may: ['prepare', 'coat', 'care', 'finish'] },
  { id: 'ben', name: 'Ben', may: ['rinse', 'finish'] },
]

/** The day as it is planned from what has happened so far. */
function planNow(bench: Bench, people: Crew, known?: DayInput['known']) {
  const input: DayInput = {
    zone: 'UTC',
    midnight: MIDNIGHT,
    now: (bench.now - MIDNIGHT) / 1000,
    jobs: [{ id: 'job', title: 'eight', plan: EIGHT, state: bench.state() }],
    people,
    away: {},
    locks: [],
    known,
    rules: DEFAULT_HOUSE_RULES,
  }
  const solved = solveDay(input, { tries: 60, lives: 1, nodes: 500 })
  if (!solved.ok) throw new Error(solved.why)
  return { ...solved, ...dayBlocks(input, solved.instance, solved.schedule) }
}
const turnsBy = (blocks: readonly Block[], people: Crew) => turnsOf({ midnight: MIDNIGHT, blocks }, 'job', people, DEFAULT_HOUSE_RULES.tubs)

function planned(people: Crew) {
  const bench = new Bench(EIGHT)
  bench.now = MIDNIGHT + 9 * 3600_000
  bench.atEtch()
  const { blocks } = planNow(bench, people)
  return { bench, blocks, turns: turnsBy(blocks, people) }
}

/**
 * Everybody does at once what their own bench asks for; second by second until all is rinsed.
 * @param slow s that the coat of a piece takes longer than planned
 * @param happened called after each entry, with the turns that hold from then on
 */
function playedBy(
  bench: Bench,
  people: Crew,
  first: Turns,
  { slow = () => 0, happened = () => first }: { slow?: (piece: number) => number, happened?: () => Turns } = {},
) {
  const busyUntil = new Map<string, number>()
  let [turns, seen] = [first, bench.events.length]
  const asks = (id: string, may: readonly Skill[]) => nextAction(bench.plan, bench.state(), bench.now, id, may, turns)
  for (let s = 0; s < 3 * 3600 && bench.state().pieces.some(p => pieceStage(p) !== 'rinsed'); s++, bench.wait(1)) {
    for (const { id, may } of people) {
      if ((busyUntil.get(id) ?? 0) > bench.now) continue
      let action = asks(id, may)
      if (action.kind === 'covered' || action.kind === 'rinse') {
        for (const entry of pressEntries(bench.plan, bench.state(), action)) bench.send(entry, id)
        action = asks(id, may)
      }
      // Nobody hurries a piece that is before its best: the control offers it, the plan does not ask for it.
      if (action.kind === 'off' && bench.now < bench.state().pieces[action.piece - 1]!.covered!.at + bench.plan.dwell.best * 1000) continue
      if (!['coat', 'off', 'care'].includes(action.kind)) continue
      for (const entry of pressEntries(bench.plan, bench.state(), action)) bench.send(entry, id)
      const slower = action.kind === 'coat' ? slow(action.piece) : 0
      busyUntil.set(
        id,
        bench.now + (slower + { coat: bench.plan.hands.coat, off: bench.plan.hands.off, care: 15 }[action.kind as 'coat']) * 1000,
      )
    }
    if (bench.events.length !== seen) [turns, seen] = [happened(), bench.events.length]
  }
  return bench.state().pieces
}
const lastOf = (blocks: readonly Block[], skill: Skill) => Math.max(...blocks.filter(b => b.skill === skill).map(b => b.to))

describe('a bench that follows the day\'s plan', () => {
  it('one coats, another rinses: each piece is rinsed by whom the plan names, in its window, no later than planned', () => {
    const { bench, blocks, turns } = planned(COATER_AND_RINSER)
    const pieces = playedBy(bench, COATER_AND_RINSER, turns)
    expect(pieces.map(p => [p.coatStarted!.by, p.off!.by])).toEqual(Array.from({ length: 8 }, () => ['ada', 'ben']))
    for (const p of pieces) expect((p.off!.at - p.covered!.at) / 1000).toBeLessThanOrEqual(EIGHT.dwell.notAfter)
    for (const p of pieces) expect((p.off!.at - p.covered!.at) / 1000).toBeGreaterThanOrEqual(EIGHT.dwell.notBefore)
    expect((bench.now - MIDNIGHT) / 1000).toBeLessThanOrEqual(lastOf(blocks, 'rinse') + 30)
  })
  it('without the plan the same two wait for each other: the coater holds back for rinses that are not theirs to do', () => {
    const { bench, blocks } = planned(COATER_AND_RINSER)
    playedBy(bench, COATER_AND_RINSER, NO_TURNS)
    expect((bench.now - MIDNIGHT) / 1000).toBeGreaterThan(lastOf(blocks, 'rinse') + 60)
  })
  it('two who may do everything keep to the plan\'s hands too', () => {
    const crew: Crew = [
      { id: 'ada', name: 'Ada', may: SKILLS },
      { id: 'ben', name: 'Ben', may: SKILLS },
    ]
    const { bench, blocks, turns } = planned(crew)
    const pieces = playedBy(bench, crew, turns)
    const by = (skill: Skill) => [1, 2, 3, 4, 5, 6, 7, 8].map(n => blocks.find(b => b.piece === n && b.skill === skill)!.person)
    expect(pieces.map(p => p.coatStarted!.by)).toEqual(by('coat'))
    for (const p of pieces) expect((p.off!.at - p.covered!.at) / 1000).toBeLessThanOrEqual(EIGHT.dwell.notAfter)
  })
})

describe('a day that goes otherwise', () => {
  const crew: Crew = ['ada', 'ben', 'cy'].map(id => ({ id, name: id, may: SKILLS }))
  /**
   * Coats take up to 24 s longer than planned; after each entry the rest is planned again.
   * @returns how often work went to somebody else, of wet pieces and of any
   */
  function replayed(keeping: boolean) {
    const { bench, blocks: first } = planned(crew)
    let blocks = first
    const handed = { wet: 0, any: 0 }
    const pieces = playedBy(bench, crew, turnsBy(blocks, crew), {
      slow: n => ((n * 7919) % 5) * 6,
      happened: () => {
        const next = planNow(bench, crew, keeping ? knownHands(blocks) : undefined)
        // Whatever is in hand: the plan can be kept as it stands. Only what is wet already may come late.
        expect(verifySchedule(next.instance, next.schedule).filter(f => f.kind !== 'late')).toEqual([])
        for (const b of next.blocks.filter(x => !x.fact && x.skill === 'rinse')) {
          if (blocks.find(x => x.piece === b.piece && x.skill === 'rinse')!.person === b.person) continue
          handed.any++
          if (bench.state().pieces[b.piece! - 1]!.covered) handed.wet++
        }
        blocks = next.blocks
        return turnsBy(blocks, crew)
      },
    })
    for (const p of pieces) expect((p.off!.at - p.covered!.at) / 1000).toBeLessThanOrEqual(EIGHT.dwell.notAfter)
    return handed
  }
  it('is planned again after each entry without a fault, and people keep what was theirs', () => {
    const [keeping, not] = [replayed(true), replayed(false)]
    expect(keeping.wet).toBeLessThan(not.wet / 4)
    expect(keeping.any).toBeLessThan(not.any / 4)
  })
})

describe('a piece taken over', () => {
  it('is planned to be rinsed by whoever took it', () => {
    const crew: Crew = ['ada', 'ben'].map(id => ({ id, name: id, may: SKILLS }))
    const { bench, turns } = planned(crew)
    bench.send({ kind: 'coat.started', piece: 1 }, 'ada')
    bench.wait(EIGHT.hands.coat)
    bench.send({ kind: 'coat.covered', piece: 1 }, 'ada')
    bench.wait(1)
    for (const by of ['ben', 'ada', 'ben']) {
      if (bench.state().pieces[0]!.taken?.by !== by) bench.send({ kind: 'piece.taken', piece: 1 }, by)
      const { blocks } = planNow(bench, crew, { 'job:1#rinse': turns.pieces.get(1)!.rinse!.by })
      expect(blocks.find(b => b.piece === 1 && b.skill === 'rinse')!.person).toBe(by)
      bench.wait(1)
    }
  })
})

describe('turns of a day', () => {
  const block = (change: Partial<Block>): Block => ({
    key: 'k',
    chain: 'job:1',
    task: 0,
    job: 'job',
    piece: 1,
    skill: 'coat',
    stand: 'bench',
    person: 'ada',
    words: '',
    from: 60,
    to: 120,
    fact: false,
    locked: false,
    ...change,
  })
  it('are those of the job, by piece, in order of time; what is planned for somebody who has left is anybody\'s', () => {
    const blocks = [
      block({}),
      block({ skill: 'care', person: 'ben', from: 400 }),
      block({ skill: 'care', from: 300 }),
      block({ skill: 'rinse', person: 'gone', from: 500 }),
      block({ job: 'other', piece: 2 }),
      block({ piece: null, skill: 'finish' }),
    ]
    const crew = [
      { id: 'ada', may: SKILLS },
      { id: 'ben', may: ['care'] as const },
    ]
    const { pieces, rinsers } = turnsOf({ midnight: 1_000_000, blocks }, 'job', crew)
    expect([...pieces]).toEqual([
      [
        1,
        {
          coat: { by: 'ada', at: 1_060_000 },
          care: [
            { by: 'ada', at: 1_300_000 },
            { by: 'ben', at: 1_400_000 },
          ],
          rinse: null,
        },
      ],
    ])
    expect([...rinsers!]).toEqual(['ada'])
    expect(turnsOf(null, 'job', crew, 2)).toEqual({ pieces: new Map(), rinsers, rinsingAt: 2 })
    expect(turnsOf(null, 'job', [])).toEqual(NO_TURNS)
  })
})
