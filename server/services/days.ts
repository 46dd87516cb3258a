import { dayBlocks, dayInstance } from '#core/crew/day'
import type { DayJob } from '#core/crew/day'
import { clockOfDay } from '#core/basics/zone'
import { foldRun } from '#core/bench/run'
import { verifySchedule } from '#core/crew/schedule'
import { dayInput, dayJob, plannable } from '#shared/days'
import type { DayPlan, DayPlanEntry } from '#shared/days'
import { inTransaction } from '../db/pool'
import type { Db } from '../db/pool'
import { dayByDate, putDay } from '../db/queries/days'
import { passesByIds } from '../db/queries/jobs'
import { crewWith } from '../db/queries/people'
import { eventsOfRuns } from '../db/queries/events'
import { openRunsOfPasses } from '../db/queries/runs'
import type { Context } from './context'
import { notify } from './context'
import { recipesOf } from './jobs'
import { editedMeanwhile, Refusal } from './refusal'
import { studioOf } from './studio'

/** A page's clock may be off by this much before its plan is asked for again. s */
const CLOCK_SLACK = 120

/** A day that nobody has planned yet. */
const emptyDay = (day: string): DayPlan => ({
  day,
  midnight: 0,
  passes: [],
  away: {},
  locks: [],
  slots: [],
  blocks: [],
  version: 0,
  savedBy: null,
  savedAt: null,
})

export const oneDay = async (db: Db, day: string): Promise<DayPlan> => (await dayByDate(db, day)) ?? emptyDay(day)

/** The chosen passes that are still open, each with its plan and what has happened to it. */
export async function jobsOfDay(db: Db, ids: readonly string[], now: Date): Promise<DayJob[]> {
  const passes = plannable(await passesByIds(db, ids))
  const runs = await openRunsOfPasses(
    db,
    passes.map(p => p.id),
  )
  const events = await eventsOfRuns(
    db,
    runs.map(r => r.id),
  )
  const recipes = await recipesOf(
    db,
    passes.filter(p => !runs.some(r => r.passId === p.id)),
    now,
  )
  const found: DayJob[] = []
  for (const id of ids) {
    const pass = passes.find(p => p.id === id)
    if (!pass) continue
    const run = runs.find(r => r.passId === id)
    const plan = run?.plan ?? recipes.get(id)?.plan
    if (plan) found.push(dayJob(pass, plan, run ? foldRun(plan, events.get(run.id)!) : null))
  }
  return found
}

/**
 * Keeps a day's plan once it has been checked against the facts as they are now.
 * @throws Refusal 409 when they have moved on, or when somebody else has planned the day meanwhile
 */
export async function saveDay(context: Context, day: string, entry: DayPlanEntry): Promise<DayPlan> {
  const now = context.now()
  if (entry.now !== null && Math.abs(entry.midnight / 1000 + entry.now - now.getTime() / 1000) > CLOCK_SLACK)
    throw new Refusal(409, 'This plan was made for another moment. It is made again.')
  return inTransaction(context.pool, async (db) => {
    const { rules } = await studioOf(db)
    if (entry.midnight !== clockOfDay(rules.timeZone, day).midnight)
      throw new Refusal(409, `This plan was made for another time zone than the studio's, ${rules.timeZone}. Reload the page.`)
    const people = await crewWith(db)
    const jobs = await jobsOfDay(db, entry.passes, now)
    const input = dayInput(entry, jobs, people, rules)
    const instance = dayInstance(input)
    // A wet piece that is past its window is rinsed late rather than never; that is told, not refused.
    const faults = verifySchedule(instance, entry.slots).filter(
      f => !(f.kind === 'late' && instance.chains.find(c => c.id === f.chain)?.tasks[0]?.fixed),
    )
    if (faults.length > 0) throw new Refusal(409, 'The facts have moved on since this plan was made. It is made again.')
    const { blocks } = dayBlocks(input, instance, entry.slots)
    const stored = await putDay(
      db,
      {
        day,
        midnight: entry.midnight,
        passes: jobs.map(j => j.id),
        away: entry.away,
        locks: entry.locks.filter(l => instance.chains.some(c => c.id === l.chain)),
        slots: entry.slots,
        blocks,
        by: context.by,
        at: now,
      },
      entry.version,
    )
    if (!stored) throw editedMeanwhile()
    await notify(db, { topic: 'day', day })
    return oneDay(db, day)
  })
}
