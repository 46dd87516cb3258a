import { pricedRolls } from '../db/queries/sheets'
import { dayIn } from '#core/basics/zone'
import { RIM_DECIDED } from '#core/trade/answers'
import { numberOf } from '#core/plan/run-plan'
import { planRecipe } from '#core/plan/recipe'
import type { Recipe } from '#core/plan/recipe'
import { countOf } from '#core/basics/units'
import { fieldAt, jobSchema, planIn } from '#shared/jobs'
import { jobStatus } from '#shared/passes'
import { plannedArt } from '#shared/artworks'
import type { JobEntry, JobForm, PlacementEntry, PlanEntry } from '#shared/jobs'
import { clashIn, groundOf, placedAt, spotOf } from '#shared/placements'
import type { Ground } from '#shared/placements'
import type { Job, Pass, Placement, PlannedArt } from '#shared/passes'
import { fieldErrors } from '#shared/fields'
import { plannedWall } from '#shared/blanks'
import { factsOfPass, recipeInput } from '#shared/recipe'
import { asWritten } from '#shared/written'
import { inTransaction } from '../db/pool'
import type { Db } from '../db/pool'
import { artworkById } from '../db/queries/artworks'
import { blankById } from '../db/queries/blanks'
import { lotById, lotsByIds } from '../db/queries/lots'
import * as jobs from '../db/queries/jobs'
import { openRunsOfPasses } from '../db/queries/runs'
import { stencilById, stencilsByIds } from '../db/queries/stencils'
import type { Context } from './context'
import { notify } from './context'
import { editedMeanwhile, notFound, Refusal } from './refusal'
import { pacesOf, recoveredShareOf, studioOf, timesOf } from './studio'

/** One pass as it was sent, with where its fields stand in the form, and what it keeps of the library. */
interface ReadPass {
  plan: PlanEntry & { id: string }
  kept: jobs.KeptOfPass
}
interface ReadJob {
  entry: JobEntry
  form: JobForm
  /** Set by set, pass by pass, in their order. */
  passes: ReadPass[][]
}

/** Says of a field of one pass what is wrong with it. */
const wrong = (message: string, set: number, pass: number, field: string, what: string) =>
  new Refusal(400, message, { [fieldAt(field, set, pass)]: what })

async function readJob(db: Db, body: unknown): Promise<ReadJob> {
  const { rules } = await studioOf(db)
  const schema = jobSchema(rules.lengthUnit)
  const parsed = schema.safeParse(body)
  if (!parsed.success) throw new Refusal(400, 'Some entries need another look. Nothing was lost.', fieldErrors(parsed.error))
  const entry = parsed.data
  const passes: ReadPass[][] = []
  for (const [i, set] of entry.sets.entries()) {
    const own: ReadPass[] = []
    for (const [k, { id }] of set.passes.entries()) {
      const plan = planIn(entry, i, k)
      await checkShelf(db, plan, i, k)
      const blank = await blankOf(db, plan, i, k)
      const wall = blank && plannedWall(blank, plan.placements)
      const ground = groundOf(plan, wall, blank?.pane ?? null)
      const border = plan.border ?? rules.border
      const apart = clashIn(plan, ground, border)
      if (apart) throw wrong(apart.message, i, k, `placements.${apart.placement}.at`, apart.message)
      const placements: Placement[] = []
      for (const [n, p] of plan.placements.entries())
        placements.push(await placementOf(db, p, plan.pieces, ground, border, what => fieldAt(`placements.${n}.${what}`, i, k)))
      own.push({ plan: { ...plan, id }, kept: { wall, placements } })
    }
    passes.push(own)
  }
  return { entry, form: asWritten(schema, body) as JobForm, passes }
}

async function checkShelf(db: Db, { lotId, stencilId, resist }: PlanEntry, set: number, pass: number): Promise<void> {
  const lot = await lotById(db, lotId)
  if (!lot || lot.putAway) throw wrong('That bottle is not on the shelf.', set, pass, 'lotId', 'Choose what to etch with from the shelf.')
  if (stencilId === null) return
  const stencil = await stencilById(db, stencilId)
  if (!stencil || stencil.putAway)
    throw wrong('That stencil is not on the shelf.', set, pass, 'stencilId', 'Choose a stencil from the shelf, or none.')
  if (stencil.resist !== resist) {
    const what = 'This stencil is of another kind than the resist. Choose one that fits, or none.'
    throw wrong('That stencil is of another kind.', set, pass, 'stencilId', what)
  }
}

/** A placement with the outlines of its art and its spots, kept as the wall is. @param field where a part of it stands in the form */
async function placementOf(
  db: Db,
  p: PlacementEntry,
  pieces: number,
  ground: Ground,
  border: number,
  field: (what: string) => string,
): Promise<Placement> {
  // More pieces than there are get none.
  const artworkIds = p.artworkIds.slice(0, pieces)
  const arts: (PlannedArt | null)[] = []
  for (const [n, own] of artworkIds.entries()) arts.push(await artOf(db, own, field(`artworkIds.${n}`)))
  const spots = placedAt(p, ground, { width: p.artWidth, height: p.artHeight }, border, null).map(placed => spotOf(placed, ground.pane))
  return { ...p, artworkIds, art: await artOf(db, p.artworkId, field('artworkId')), arts, spots }
}

/** The blank as it is measured now: its wall is kept with the pass, so that a later reading does not move it. */
async function blankOf(db: Db, plan: PlanEntry, set: number, pass: number) {
  if (plan.blankId === null) return null
  const blank = await blankById(db, plan.blankId)
  if (!blank || blank.putAway)
    throw wrong('That blank is not in the library.', set, pass, 'blankId', 'Choose a blank from the library, or none.')
  return blank
}

/** The art's outline, kept with the pass as the wall is. */
async function artOf(db: Db, artworkId: string | null, field: string): Promise<PlannedArt | null> {
  if (artworkId === null) return null
  const artwork = await artworkById(db, artworkId)
  if (!artwork) throw new Refusal(400, 'That stencil is not kept here.', { [field]: 'Choose a stencil, or none.' })
  return plannedArt(artwork)
}

/** Frost up to the rim is a lead's decision; who took it stays with the set. */
function rimDecidedBy(set: JobEntry['sets'][number], i: number, context: Context, before: Job | null): string | null {
  if (set.answers.lip !== RIM_DECIDED) return null
  const decided = before?.passes.find(p => p.setId === set.id)?.rimBy
  if (decided) return decided
  if (context.role === 'lead') return context.by
  throw new Refusal(403, 'A lead decides whether frost runs up to the rim.', {
    [`sets.${i}.answers.lip`]: 'A lead has to choose this answer.',
  })
}

/** Stores sets and passes as they are now. What has begun keeps the plan it began with. */
async function putParts(context: Context, db: Db, id: string, { entry, form, passes }: ReadJob, before: Job | null): Promise<void> {
  const taken = () => new Refusal(409, 'A part of this job belongs to another one. Reload the page and plan it again.')
  for (const [i, set] of entry.sets.entries()) {
    if (!(await jobs.putSet(db, id, i + 1, set, rimDecidedBy(set, i, context, before), form.sets[i]!))) throw taken()
    for (const [k, { plan, kept }] of passes[i]!.entries()) {
      const standing = before?.passes.find(p => p.id === plan.id)
      // What is on the bench keeps its plan; what still owes pieces may be planned otherwise.
      if (standing && standing.status !== 'planned') continue
      if (!(await jobs.putPass(db, set.id, k + 1, plan, kept, form.sets[i]!.passes[k]!))) throw taken()
    }
  }
}

/** What a change of a job may not do to the passes that have begun. @throws Refusal */
async function keepBegun(db: Db, before: Job, entry: JobEntry): Promise<void> {
  const begun = await jobs.begunPasses(
    db,
    before.passes.map(p => p.id),
  )
  for (const pass of before.passes.filter(p => begun.has(p.id))) {
    const i = entry.sets.findIndex(s => s.id === pass.setId)
    const set = entry.sets[i]
    const what = `the ${countOf(pass.pieces, pass.noun)}${pass.of > 1 ? `, pass ${pass.no}` : ''}`
    if (!set || set.passes[pass.no - 1]?.id !== pass.id)
      throw new Refusal(409, `Work has begun on ${what}. That part has to stay where it is in the job.`)
    const most = Math.max(0, ...pass.done, ...(pass.status === 'running' ? await numbersAtBench(db, pass.id) : []))
    if (set.pieces < most)
      throw new Refusal(409, `Work has begun on ${what}.`, {
        [`sets.${i}.pieces`]: `Number ${most} is under way already. Plan at least that many.`,
      })
  }
}

const numbersAtBench = async (db: Db, passId: string) =>
  (await openRunsOfPasses(db, [passId])).flatMap(({ plan }) => Array.from({ length: plan.pieces }, (_, i) => numberOf(plan, i + 1)))

/** @param id made by the client: sent twice, stored once */
export async function addJob(context: Context, id: string, body: unknown): Promise<Job> {
  return inTransaction(context.pool, async (db) => {
    const read = await readJob(db, body)
    if (await jobs.insertJob(db, id, read.entry, read.form, context.by, context.now())) {
      await putParts(context, db, id, read, null)
      await notify(db, { topic: 'today' })
    }
    return (await jobs.jobById(db, id))!
  })
}

/** What runs keeps its plan; what has not begun follows the change. */
export async function changeJob(context: Context, id: string, body: unknown, version: number): Promise<Job> {
  return inTransaction(context.pool, async (db) => {
    const before = await jobs.jobById(db, id, true)
    if (!before) throw notFound('job')
    if (['done', 'dropped'].includes(jobStatus(before.passes))) throw new Refusal(409, 'This job is closed. Plan it again as a new one.')
    if (before.version !== version) throw editedMeanwhile()
    const read = await readJob(db, body)
    await keepBegun(db, before, read.entry)
    const still = read.entry.sets.flatMap(s => s.passes.map(p => p.id))
    await jobs.removeFromJob(
      db,
      id,
      before.passes.map(p => p.id).filter(p => !still.includes(p)),
    )
    await jobs.updateJob(db, id, read.entry, read.form, context.now())
    await putParts(context, db, id, read, before)
    await notify(db, { topic: 'today' })
    return (await jobs.jobById(db, id))!
  })
}

/** Cancels what has not begun of a job; what is done stays done. */
export async function dropJob(context: Context, id: string): Promise<void> {
  await inTransaction(context.pool, async (db) => {
    const job = await jobs.jobById(db, id, true)
    if (!job) throw notFound('job')
    const status = jobStatus(job.passes)
    if (status === 'running') throw new Refusal(409, 'A part of this job is on the bench. Finish or stop that run first.')
    if (status !== 'planned') throw new Refusal(409, 'This job is closed already.')
    for (const pass of job.passes.filter(p => p.status === 'planned'))
      await jobs.setPassStatus(db, pass.id, pass.done.length > 0 ? 'done' : 'dropped')
    await notify(db, { topic: 'today' })
  })
}

/** What makes recipes of these passes as they stand with today's house rules and shelf, in a handful of questions however many they are. */
export async function recipeMaker(db: Db, of: readonly Pass[], now: Date) {
  const unique = (ids: (string | null)[]) => [...new Set(ids.filter(id => id !== null))]
  const [studio, lots, stencils] = [
    await studioOf(db),
    await lotsByIds(db, unique(of.map(p => p.lotId))),
    await stencilsByIds(db, unique(of.map(p => p.stencilId))),
  ]
  const today = dayIn(studio.rules.timeZone, now.getTime())
  const paces = await pacesOf(db, studio.rules)
  const times = await timesOf(db)
  const recovered = await recoveredShareOf(db, studio.rules)
  const rolls = await pricedRolls(db)
  /** @param numbers pieces that go through it; those it owes where nothing is said */
  const recipe = (pass: Pass, numbers?: readonly number[]): Recipe => {
    const stencil = stencils.find(s => s.id === pass.stencilId) ?? null
    const lot = lots.find(b => b.id === pass.lotId)!
    const facts = { lot, stencil, ...factsOfPass(pass, numbers), rules: studio.rules, rolls, paces, times, recovered, today }
    return planRecipe(recipeInput(pass, facts))
  }
  return { recipe, lots, rules: studio.rules }
}

/** @param numbers pieces that go through each now; those each owes where nothing is said */
export async function recipesOf(db: Db, of: readonly Pass[], now: Date, numbers?: readonly number[]): Promise<Map<string, Recipe>> {
  const { recipe } = await recipeMaker(db, of, now)
  return new Map(of.map(pass => [pass.id, recipe(pass, numbers)]))
}

/** @param numbers pieces that go through it now; those it owes where nothing is said */
export async function recipeOf(db: Db, pass: Pass, now: Date, numbers?: readonly number[]): Promise<Recipe> {
  return (await recipesOf(db, [pass], now, numbers)).get(pass.id)!
}
