import { dayIn } from '#core/basics/zone'
import { RIM_DECIDED } from '#core/trade/answers'
import { planRecipe } from '#core/plan/recipe'
import type { Recipe } from '#core/plan/recipe'
import { jobSchema } from '#shared/jobs'
import { plannedArt } from '#shared/artworks'
import type { Job, JobEntry, JobForm, PlannedArt } from '#shared/jobs'
import { fieldErrors } from '#shared/fields'
import { plannedWall } from '#shared/blanks'
import type { PlannedWall } from '#shared/blanks'
import { recipeInput } from '#shared/recipe'
import { asWritten } from '#shared/written'
import { inTransaction } from '../db/pool'
import type { Db } from '../db/pool'
import { artworkById } from '../db/queries/artworks'
import { blankById } from '../db/queries/blanks'
import { lotById, lotsByIds } from '../db/queries/lots'
import * as jobs from '../db/queries/jobs'
import { stencilById, stencilsByIds } from '../db/queries/stencils'
import type { Context } from './context'
import { notify } from './context'
import { editedMeanwhile, notFound, Refusal } from './refusal'
import { pacesOf, studioOf } from './studio'

/** Frost up to the rim is a lead's decision; who took it stays with the job. */
function rimDecidedBy(entry: JobEntry, context: Context, before: Job | null): string | null {
  if (entry.answers.lip !== RIM_DECIDED) return null
  if (before?.rimBy) return before.rimBy
  if (context.role === 'lead') return context.by
  throw new Refusal(403, 'A lead decides whether frost runs up to the rim.', { 'answers.lip': 'A lead has to choose this answer.' })
}

async function readJob(db: Db, body: unknown): Promise<{ entry: JobEntry, kept: jobs.KeptOfJob, form: JobForm }> {
  const { rules } = await studioOf(db)
  const schema = jobSchema(rules.lengthUnit)
  const parsed = schema.safeParse(body)
  if (!parsed.success) throw new Refusal(400, 'Some entries need another look. Nothing was lost.', fieldErrors(parsed.error))
  const lot = await lotById(db, parsed.data.lotId)
  if (!lot || lot.putAway) throw new Refusal(400, 'That bottle is not on the shelf.', { lotId: 'Choose what to etch with from the shelf.' })
  const { stencilId, resist } = parsed.data
  const stencil = stencilId === null ? null : await stencilById(db, stencilId)
  if (stencilId !== null && (!stencil || stencil.putAway))
    throw new Refusal(400, 'That stencil is not on the shelf.', { stencilId: 'Choose a stencil from the shelf, or none.' })
  if (stencil && stencil.resist !== resist)
    throw new Refusal(400, 'That stencil is of another kind.', {
      stencilId: 'This stencil is of another kind than the resist. Choose one that fits, or none.',
    })
  return {
    entry: parsed.data,
    kept: { wall: await wallOf(db, parsed.data), art: await artOf(db, parsed.data), rimBy: null },
    form: asWritten(schema, body) as JobForm,
  }
}

/** The blank's wall as it is measured now: kept with the job, so that a later reading does not move it. */
async function wallOf(db: Db, entry: JobEntry): Promise<PlannedWall | null> {
  if (entry.blankId === null) return null
  const blank = await blankById(db, entry.blankId)
  if (!blank || blank.putAway)
    throw new Refusal(400, 'That blank is not in the library.', { blankId: 'Choose a blank from the library, or none.' })
  return plannedWall(blank, entry)
}

/** The art's outline, kept with the job as the wall is. */
async function artOf(db: Db, { artworkId }: JobEntry): Promise<PlannedArt | null> {
  if (artworkId === null) return null
  const artwork = await artworkById(db, artworkId)
  if (!artwork) throw new Refusal(400, 'That stencil is not kept here.', { artworkId: 'Choose a stencil, or none.' })
  return plannedArt(artwork)
}

/** @param id made by the client: sent twice, stored once */
export async function addJob(context: Context, id: string, body: unknown): Promise<Job> {
  return inTransaction(context.pool, async (db) => {
    const { entry, kept, form } = await readJob(db, body)
    if (await jobs.insertJob(db, id, entry, { ...kept, rimBy: rimDecidedBy(entry, context, null) }, form, context.by, context.now()))
      await notify(db, { topic: 'today' })
    return (await jobs.jobById(db, id))!
  })
}

async function plannedJob(db: Db, id: string): Promise<Job> {
  const job = await jobs.jobById(db, id, true)
  if (!job) throw notFound('job')
  if (job.status !== 'planned')
    throw new Refusal(
      409,
      job.status === 'running' ? 'This job is on the bench. Its plan can\'t change while it runs.' : 'This job is closed. Plan a new one.',
    )
  return job
}

export async function changeJob(context: Context, id: string, body: unknown, version: number): Promise<Job> {
  return inTransaction(context.pool, async (db) => {
    const before = await plannedJob(db, id)
    if (before.version !== version) throw editedMeanwhile()
    const { entry, kept, form } = await readJob(db, body)
    await jobs.updateJob(db, id, entry, { ...kept, rimBy: rimDecidedBy(entry, context, before) }, form)
    await notify(db, { topic: 'today' })
    return (await jobs.jobById(db, id))!
  })
}

export async function dropJob(context: Context, id: string): Promise<void> {
  await inTransaction(context.pool, async (db) => {
    await plannedJob(db, id)
    await jobs.setJobStatus(db, id, 'dropped')
    await notify(db, { topic: 'today' })
  })
}

/** The recipes of these jobs as they stand with today's house rules and shelf, in four questions however many they are. */
export async function recipesOf(db: Db, of: readonly Job[], now: Date): Promise<Map<string, Recipe>> {
  const unique = (ids: (string | null)[]) => [...new Set(ids.filter(id => id !== null))]
  const [studio, lots, stencils] = [
    await studioOf(db),
    await lotsByIds(db, unique(of.map(j => j.lotId))),
    await stencilsByIds(db, unique(of.map(j => j.stencilId))),
  ]
  const today = dayIn(studio.rules.timeZone, now.getTime())
  const paces = await pacesOf(db, studio.rules)
  return new Map(
    of.map((job) => {
      const stencil = stencils.find(s => s.id === job.stencilId) ?? null
      const lot = lots.find(b => b.id === job.lotId)!
      return [job.id, planRecipe(recipeInput(job, { lot, stencil, wall: job.wall, art: job.art, rules: studio.rules, paces, today }))]
    }),
  )
}

export const recipeOf = async (db: Db, job: Job, now: Date): Promise<Recipe> => (await recipesOf(db, [job], now)).get(job.id)!
