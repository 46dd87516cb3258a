import { v7 } from 'uuid'
import { beforeAll, describe, expect, it } from 'vitest'
import ICAL from 'ical.js'
import { dayInstance, solveDay } from '../../core/crew/day'
import type { DayJob } from '../../core/crew/day'
import { foldRun } from '../../core/bench/run'
import { NO_PACES } from '#core/plan/coat'
import { planRecipe } from '../../core/plan/recipe'
import { DEFAULT_HOUSE_RULES } from '../../core/trade/house'
import type { Person } from '../../shared/accounts'
import { dayInput, dayJob } from '../../shared/days'
import type { DayPlan } from '../../shared/days'
import type { Pass } from '../../shared/passes'
import { clockOfDay } from '../../core/basics/zone'
import { recipeInput } from '../../shared/recipe'
import type { RunWithEvents } from '../../shared/runs'
import type { Lot } from '../../shared/shelf'
import { event, jobForm, newLot, newRun, upToStep } from '../support/client'
import type { Client } from '../support/client'
import { sharedStudio } from '../support/studio'
import { HOUSE_ZONE, houseDay } from '../support/house'

let mate: Client
let lead: Client
let mateId: string
let lotId: string
/** Other files plan jobs in the same studio: only these are this file's. */
const own = new Set<string>()
beforeAll(async () => {
  ;({ mate, lead, mateId } = await sharedStudio())
  lotId = await newLot(lead)
  const id = v7()
  own.add(id)
  await mate.post('jobs', { id, job: jobForm(lotId, { pieces: '3' }) })
})

const HOUR = 3600
/** A day far ahead, so that nothing has begun on it. */
const DAY = '2030-06-03'
const { midnight } = clockOfDay(HOUSE_ZONE, DAY)
/** The house's rules as its first run leaves them. */
const RULES = { ...DEFAULT_HOUSE_RULES, timeZone: HOUSE_ZONE }

/** What a page would know: open jobs as the core plans them, and the crew. */
async function facts(client: Client): Promise<{ jobs: DayJob[], people: Person[] }> {
  const [{ body: today }, { body: lots }, { body: people }] = [
    await client.get<{ passes: Pass[], runs: RunWithEvents[] }>('today'),
    await client.get<Lot[]>('lots'),
    await client.get<Person[]>('crew'),
  ]
  return {
    people: people.filter(p => p.active),
    jobs: today.passes
      .filter(p => own.has(p.jobId))
      .map((job) => {
        const run = today.runs.find(r => r.passId === job.id)
        if (run) return dayJob(job, run.plan, foldRun(run.plan, run.events))
        return dayJob(
          job,
          planRecipe(
            recipeInput(job, {
              lot: lots.find(b => b.id === job.lotId)!,
              stencil: null,
              wall: job.wall,
              arts: job.placements.map(p => p.art),
              rules: RULES,
              paces: NO_PACES,
              today: houseDay(),
            }),
          ).plan!,
          null,
        )
      }),
  }
}
async function planned(client: Client, now: number | null, mid: number, version = 0) {
  const { jobs, people } = await facts(client)
  const choice = { midnight: mid, now, away: {}, locks: [] }
  const solved = solveDay(dayInput(choice, jobs, people, RULES))
  if (!solved.ok) throw new Error(solved.why)
  return { ...choice, passes: jobs.map(j => j.id), slots: solved.schedule, version }
}

describe('the plan of a day', () => {
  it('is empty until somebody plans it', async () => {
    expect((await mate.get<DayPlan>(`days/${DAY}`)).body).toMatchObject({ day: DAY, version: 0, passes: [], slots: [] })
    expect((await mate.get('days/2030-13-01')).status).toBe(404)
  })
  it('is kept once checked, told to every page, and says who does what', async () => {
    const entry = await planned(mate, null, midnight)
    const { status, body } = await mate.put<DayPlan>(`days/${DAY}`, entry)
    expect([status, body.version]).toEqual([200, 1])
    expect(body.blocks.map(b => b.words)).toEqual(
      expect.arrayContaining(['Coat tumbler 1', 'Rinse tumbler 3', 'Get ready: 3 tumblers for Rowing club']),
    )
    expect((await lead.get<DayPlan>(`days/${DAY}`)).body.slots).toEqual(entry.slots)
  })
  it('is refused when a rinse lies outside its window, and nothing of it is stored', async () => {
    const { body: before } = await mate.get<DayPlan>(`days/${DAY}`)
    const bad = {
      midnight,
      now: null,
      away: before.away,
      locks: before.locks,
      passes: before.passes,
      version: before.version,
      slots: before.slots.map(s =>
        before.blocks.find(b => b.chain === s.chain && b.task === s.task)!.words === 'Rinse tumbler 2'
          ? { ...s, start: s.start + 3 * HOUR }
          : s,
      ),
    }
    const { status, body } = await mate.put(`days/${DAY}`, bad)
    expect([status, body.error]).toEqual([409, 'The facts have moved on since this plan was made. It is made again.'])
    expect((await mate.get<DayPlan>(`days/${DAY}`)).body).toEqual(before)
  })
  it('of two people who plan at once, the second is told', async () => {
    const { body: before } = await mate.get<DayPlan>(`days/${DAY}`)
    const entry = await planned(mate, null, midnight, before.version)
    const answers = await Promise.all([mate.put(`days/${DAY}`, entry), lead.put(`days/${DAY}`, entry)])
    expect(answers.map(a => a.status).sort()).toEqual([200, 409])
  })
  it('whoever may not coat is not planned to: trusting somebody less makes the old plan no longer fit', async () => {
    expect((await mate.patch(`crew/${mateId}`, { may: ['rinse'] })).status).toBe(403)
    expect((await lead.patch(`crew/${mateId}`, { may: ['rinse', 'finish'] })).status).toBe(200)
    const { body: kept } = await mate.get<DayPlan>(`days/${DAY}`)
    const all = { ...kept, slots: kept.slots.map(s => ({ ...s, person: mateId })) }
    expect(
      (
        await mate.put(`days/${DAY}`, {
          midnight,
          now: null,
          passes: all.passes,
          away: {},
          locks: [],
          slots: all.slots,
          version: all.version,
        })
      ).status,
    ).toBe(409)
    const { jobs, people } = await facts(mate)
    const again = solveDay(dayInput({ midnight, now: null, away: {}, locks: [] }, jobs, people, RULES))
    expect(again.ok && again.schedule.filter(s => s.person === mateId && s.task === 0 && /:\d+$/.test(s.chain))).toEqual([])
    await lead.patch(`crew/${mateId}`, { may: ['prepare', 'coat', 'care', 'rinse', 'blast', 'finish'] })
  })
})

describe('a day that runs', () => {
  it('is planned from what has happened: a piece that is wet keeps its window, one that broke is gone', async () => {
    const { runId, jobId, passId } = await newRun(mate, lotId, { pieces: '3', customer: 'Pilots' })
    own.add(jobId)
    await upToStep(mate, runId, 'etch')
    const at = Date.now() - 60_000
    await mate.post(`runs/${runId}/events`, {
      events: [
        event({ kind: 'coat.started', piece: 1 }, at - 60_000),
        event({ kind: 'coat.covered', piece: 1 }, at),
        event({ kind: 'piece.withdrawn', piece: 3, reason: 'broke' }),
      ],
    })
    const date = houseDay()
    const { midnight: mid } = clockOfDay(HOUSE_ZONE, date)
    const now = Math.floor((Date.now() - mid) / 1000)
    const { status, body } = await mate.put<DayPlan>(`days/${date}`, await planned(mate, now, mid))
    expect(status).toBe(200)
    const mine = body.blocks.filter(b => b.job === passId)
    expect(mine.some(b => b.piece === 3)).toBe(false)
    expect(mine.find(b => b.words === 'Coat tumbler 1')).toMatchObject({ fact: true })
    const rinse = mine.find(b => b.words === 'Rinse tumbler 1')!
    expect(mid / 1000 + rinse.from - at / 1000).toBeGreaterThanOrEqual(299)
    expect(mid / 1000 + rinse.from - at / 1000).toBeLessThanOrEqual(376)
    // Another moment's plan is not taken for now's.
    expect((await mate.put(`days/${date}`, { ...(await planned(mate, now, mid, 1)), now: now - 600 })).status).toBe(409)
  })
})

describe('the calendar', () => {
  it('reads in an independent iCalendar parser, of the day and of one person', async () => {
    const { body: day } = await mate.get<DayPlan>(`days/${DAY}`)
    const text = async (query: string) =>
      (await fetch(`${mate.url}/api/days/${DAY}/calendar${query}`, { headers: { cookie: mate.cookie } })).text()
    const read = (ics: string) => new ICAL.Component(ICAL.parse(ics)).getAllSubcomponents('vevent').map(v => new ICAL.Event(v))
    const all = read(await text(''))
    const people = [...new Set(day.blocks.map(b => b.person))]
    expect(all.length).toBeGreaterThanOrEqual(people.length)
    const first = day.blocks.reduce((a, b) => (b.from < a.from ? b : a))
    expect(Math.min(...all.map(e => e.startDate.toJSDate().getTime()))).toBe(midnight + first.from * 1000)
    expect(all.map(e => e.description).join('\n')).toContain('Rinse tumbler 2')
    let own = 0
    for (const p of people) own += read(await text(`?person=${p}`)).length
    expect(own).toBe(all.length)
    expect(new Set(all.map(e => e.uid)).size).toBe(all.length)
    expect((await mate.get(`days/${DAY}/calendar?person=nobody`)).status).toBe(404)
  })
})

it('an instance of a day is the same on both sides', async () => {
  const { jobs, people } = await facts(mate)
  const input = dayInput({ midnight, now: null, away: {}, locks: [] }, jobs, people, RULES)
  expect(dayInstance(input)).toEqual(dayInstance(JSON.parse(JSON.stringify(input))))
})
