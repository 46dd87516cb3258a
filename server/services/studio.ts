import { paceOf, recoveredOf } from '#core/plan/coat'
import type { CoatTool, OwnShare, Paces } from '#core/plan/coat'
import { stepTimes } from '#core/bench/run'
import { ownTimes } from '#core/plan/own-times'
import type { OwnTimes } from '#core/plan/own-times'
import type { HouseRules } from '#core/trade/house'
import type { Studio, StudioEntry } from '#shared/studio'
import { inTransaction } from '../db/pool'
import type { Db } from '../db/pool'
import { eventsOfRuns } from '../db/queries/events'
import { coatSamples, measuredRuns, putTimes, stepSamples } from '../db/queries/runs'
import { readStudio, updateStudio } from '../db/queries/studio'
import type { Context } from './context'
import { notify } from './context'
import { editedMeanwhile, leadsOnly, Refusal } from './refusal'

/** @throws Refusal 409 before the first-run page was filled in */
export async function studioOf(db: Db): Promise<Studio> {
  const studio = await readStudio(db)
  if (!studio) throw new Refusal(409, 'This studio has not been set up. Open the first page and fill it in.')
  return studio
}

/** What this studio's own coats took. */
export async function pacesOf(db: Db, rules: HouseRules): Promise<Paces> {
  const samples = await coatSamples(db)
  const of = (tool: CoatTool) => paceOf(samples.filter(s => s.tool === tool), rules.coatHandling)
  return { brush: of('brush'), wide: of('wide') }
}

/** What this studio's own steps took. Runs that were closed before that was kept are timed once, from their entries. */
export async function timesOf(db: Db): Promise<OwnTimes> {
  const { samples, untimed } = await stepSamples(db)
  if (untimed.length === 0) return ownTimes(samples)
  const events = await eventsOfRuns(db, untimed.map(r => r.id))
  for (const { id, plan, startedAt } of untimed) {
    const times = stepTimes(plan, startedAt.getTime(), events.get(id)!)
    await putTimes(db, id, times)
    samples.push(...times)
  }
  return ownTimes(samples)
}

/** How much of a reusable cream this studio puts back, by its ledger. */
export async function recoveredShareOf(db: Db, rules: HouseRules): Promise<OwnShare | null> {
  return recoveredOf(await measuredRuns(db), rules.toolLoss)
}

/** The studio as a page gets it. */
export async function studioForPages(db: Db): Promise<Studio> {
  const studio = await studioOf(db)
  const { rules } = studio
  return { ...studio, paces: await pacesOf(db, rules), times: await timesOf(db), recovered: await recoveredShareOf(db, rules) }
}

export async function changeStudio(context: Context, entry: StudioEntry): Promise<Studio> {
  if (context.role !== 'lead') throw leadsOnly()
  return inTransaction(context.pool, async (db) => {
    const stored = await updateStudio(db, entry)
    if (!stored) throw editedMeanwhile()
    await notify(db, { topic: 'studio' })
    return studioForPages(db)
  })
}
