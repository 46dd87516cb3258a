import type { PlannedWall } from '#shared/blanks'
import type { JobEntry, JobForm, PlanEntry } from '#shared/jobs'
import { artMark } from '#shared/passes'
import type { Job, Pass, PassDetails, PassStatus, Placement } from '#shared/passes'
import { PAGE_ROWS } from '#shared/pages'
import type { Db } from '../pool'
import { customerCalled } from './customers'

/** What the passes before one put on its pieces, in their order. */
export const ETCHED = `coalesce((select jsonb_agg(on_it.value order by p.ord, on_it.ordinality)
  from pass p, jsonb_array_elements(p.placements) with ordinality on_it where p.set_id = pass.set_id and p.ord < pass.ord), '[]')`

/** A pass with what it takes from its job and its set. */
const PASS = `select pass.id, job.id as "jobId", s.id as "setId", pass.ord as no,
  (select count(*)::int from pass p where p.set_id = s.id) as of,
  (select jsonb_build_object('id', p.id, 'status', p.status, 'done', p.done)
    from pass p where p.set_id = s.id and p.ord = pass.ord - 1) as before,
  job.customer, job.due_on as "dueOn", job.notes, s.noun, s.pieces, s.names, s.surface, s.substrate, s.height_mm as height,
  s.girth_mm as girth, s.blank_id as "blankId", pass.wall, s.answers, s.old_label as "oldLabel", s.rim_by as "rimBy",
  s.keep_out as "keepOut", pass.placements, pass.resist, pass.lot_id as "lotId", pass.stencil_id as "stencilId", pass.details, pass.schools,
  pass.status, pass.done, ${ETCHED} as etched,
  (select jsonb_build_object('area', c.taken -> 'perPiece' -> pass.id::text, 'mark', c.taken -> 'artMarks' -> pass.id::text)
    from cut_sheet c join sheet_set o on o.sheet_id = c.id
    where o.set_id = s.id and c.taken -> 'perPiece' ? pass.id::text order by c.cut_at desc limit 1) as cut
  from pass join piece_set s on s.id = pass.set_id join job on job.id = s.job_id`

/** What passes from before it was asked say of it: as Crest suggests. */
const LATER: Pick<PassDetails, 'tool' | 'tray' | 'carve' | 'border' | 'wholeFace' | 'face' | 'looks'> = {
  tool: '',
  tray: null,
  carve: null,
  border: null,
  wholeFace: false,
  face: 'front',
  looks: [],
}

interface PassRow extends Omit<Pass, keyof PassDetails | 'resistCut'> {
  details: PassDetails
  /** By the latest sheet that was cut for it, mm² for one piece. */
  cut: { area: number, mark: string | null } | null
}
function toPass({ details, cut, ...row }: PassRow): Pass {
  // Once the art is changed, what was cut for it tells nothing of what is needed now.
  const counts = cut && (cut.mark === null || cut.mark === artMark(row.placements))
  return { ...row, ...LATER, ...details, resistCut: counts ? cut.area : null }
}

const detailsOf = (p: PassPart): PassDetails => ({
  ownBest: p.ownBest,
  temperature: p.temperature,
  coaters: p.coaters,
  tool: p.tool,
  tray: p.tray,
  depth: p.depth,
  carve: p.carve,
  border: p.border,
  wholeFace: p.wholeFace,
  face: p.face,
  look: p.look,
  looks: p.looks,
  finish: p.finish,
})

/**
 * A page of the passes of open jobs, the soonest due first, those that are done among them. @param after the last row of the page
 * before, or null
 */
export async function listOpenPasses(db: Db, after: string | null): Promise<Pass[]> {
  return (
    await db.query<PassRow>(
      `${PASS}
    where job.id in (select o.job_id from pass p join piece_set o on o.id = p.set_id where p.status in ('planned', 'running'))
      and pass.status <> 'dropped'
      and ($1::uuid is null or (job.due_on, job.id, s.ord, pass.ord) > (select j.due_on, j.id, t.ord, q.ord
        from pass q join piece_set t on t.id = q.set_id join job j on j.id = t.job_id where q.id = $1))
    order by job.due_on, job.id, s.ord, pass.ord limit $2`,
      [after, PAGE_ROWS],
    )
  ).rows.map(toPass)
}

/** @param lock holds the pass until the transaction ends */
export async function passById(db: Db, id: string, lock = false): Promise<Pass | undefined> {
  const row = (await db.query<PassRow>(`${PASS} where pass.id = $1 ${lock ? 'for update of pass' : ''}`, [id])).rows[0]
  return row && toPass(row)
}

export async function passesByIds(db: Db, ids: readonly string[]): Promise<Pass[]> {
  return (await db.query<PassRow>(`${PASS} where pass.id = any($1)`, [ids])).rows.map(toPass)
}

/** The passes of a set, in their order. */
export async function passesOfSets(db: Db, setIds: readonly string[]): Promise<Pass[]> {
  return (await db.query<PassRow>(`${PASS} where s.id = any($1) order by s.id, pass.ord`, [setIds])).rows.map(toPass)
}

interface JobRow extends Omit<Job, 'passes' | 'entered'> {
  entered: Omit<JobForm, 'sets'>
}
type SetPart = Omit<JobForm['sets'][number], 'passes'>
type PassPart = PlanEntry

/** @param lock holds the job until the transaction ends */
export async function jobById(db: Db, id: string, lock = false): Promise<Job | undefined> {
  const row = (
    await db.query<JobRow>(
      `select id, customer, customer_id as "customerId", due_on as "dueOn", notes, entered, created_by as "createdBy",
         created_at as "createdAt", version
       from job where id = $1 ${lock ? 'for update' : ''}`,
      [id],
    )
  ).rows[0]
  if (!row) return undefined
  const passes = (await db.query<PassRow>(`${PASS} where job.id = $1 order by s.ord, pass.ord`, [id])).rows.map(toPass)
  const written = await db.query<{ set: SetPart, passes: object[] }>(
    `select s.entered || jsonb_build_object('id', s.id) as set,
       (select jsonb_agg(pass.entered || jsonb_build_object('id', pass.id) order by pass.ord) from pass where set_id = s.id) as passes
     from piece_set s where s.job_id = $1 order by s.ord`,
    [id],
  )
  const sets = written.rows.map(w => ({ ...w.set, passes: w.passes }) as JobForm['sets'][number])
  return { ...row, passes, entered: { ...row.entered, sets } }
}

/** Those of the sets that are in a job. */
export async function knownSets(db: Db, ids: readonly string[]): Promise<string[]> {
  return (await db.query<{ id: string }>('select id from piece_set where id = any($1)', [ids])).rows.map(row => row.id)
}

/** What a pass keeps of the library as it was when it was planned. */
export interface KeptOfPass {
  wall: PlannedWall | null
  /** With the outlines of its art and where each is. */
  placements: Placement[]
}

/** @returns false when this id is planned already */
export async function insertJob(db: Db, id: string, job: JobEntry, entered: JobForm, by: string, at: Date): Promise<boolean> {
  const { sets: _, ...written } = entered
  const result = await db.query(
    `insert into job (id, customer, due_on, notes, entered, created_by, created_at, customer_id) values ($1, $2, $3, $4, $5, $6, $7, $8)
     on conflict (id) do nothing`,
    [id, job.customer, job.dueOn, job.notes, JSON.stringify(written), by, at, await customerCalled(db, job.customer, at)],
  )
  return result.rowCount === 1
}

export async function updateJob(db: Db, id: string, job: JobEntry, entered: JobForm, now: Date): Promise<void> {
  const { sets: _, ...written } = entered
  await db.query(
    `update job set customer = $2, due_on = $3, notes = $4, entered = $5, customer_id = $6, entered_form = default, version = version + 1
      where id = $1`,
    [id, job.customer, job.dueOn, job.notes, JSON.stringify(written), await customerCalled(db, job.customer, now)],
  )
}

/**
 * Stores a set of a job as it is now. @param rimBy lead who decided that frost runs up to the rim
 * @returns false where its id is another job's
 */
export async function putSet(
  db: Db,
  jobId: string,
  ord: number,
  set: JobEntry['sets'][number],
  rimBy: string | null,
  entered: JobForm['sets'][number],
): Promise<boolean> {
  const { id: _, passes: __, ...written } = entered
  const result = await db.query(
    `insert into piece_set (id, job_id, ord, noun, pieces, names, surface, substrate, height_mm, girth_mm, blank_id, answers,
       old_label, rim_by, entered, keep_out)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $15, $16)
     on conflict (id) do update set ord = $3, noun = $4, pieces = $5, names = $6, surface = $7, substrate = $8, height_mm = $9,
       girth_mm = $10, blank_id = $11, answers = $12, old_label = $13, rim_by = $14, entered = $15, entered_form = default,
       keep_out = $16
     where piece_set.job_id = $2`,
    [
      set.id,
      jobId,
      ord,
      set.noun,
      set.pieces,
      set.names,
      set.surface,
      set.substrate,
      set.height,
      set.girth,
      set.blankId,
      JSON.stringify(set.answers),
      set.oldLabel,
      rimBy,
      JSON.stringify(written),
      JSON.stringify(set.keepOut),
    ],
  )
  return result.rowCount === 1
}

/** Stores a pass of a set as it is now; one that has begun keeps its plan. @returns false where its id is another set's */
export async function putPass(
  db: Db,
  setId: string,
  ord: number,
  plan: PlanEntry & { id: string },
  { wall, placements }: KeptOfPass,
  entered: JobForm['sets'][number]['passes'][number],
): Promise<boolean> {
  const { id: _, ...written } = entered
  const result = await db.query(
    `insert into pass (id, set_id, ord, placements, resist, lot_id, stencil_id, details, schools, entered, wall)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11)
     on conflict (id) do update set ord = $3, placements = $4, resist = $5, lot_id = $6, stencil_id = $7, details = $8, schools = $9,
       entered = $10, entered_form = default, wall = $11
     where pass.set_id = $2`,
    [
      plan.id,
      setId,
      ord,
      JSON.stringify(placements),
      plan.resist,
      plan.lotId,
      plan.stencilId,
      JSON.stringify(detailsOf(plan)),
      JSON.stringify(plan.schools),
      JSON.stringify(written),
      wall && JSON.stringify(wall),
    ],
  )
  return result.rowCount === 1
}

/** Passes and sets of a job that are no longer in it. None of them has a run. */
export async function removeFromJob(db: Db, jobId: string, passes: readonly string[]): Promise<void> {
  await db.query('delete from pass where id = any($1)', [passes])
  await db.query('delete from piece_set s where job_id = $1 and not exists (select from pass where set_id = s.id)', [jobId])
}

/** Passes of these that were ever begun. */
export async function begunPasses(db: Db, ids: readonly string[]): Promise<Set<string>> {
  const { rows } = await db.query<{ id: string }>('select distinct pass_id as id from run where pass_id = any($1)', [ids])
  return new Set(rows.map(r => r.id))
}

export async function setPassStatus(db: Db, id: string, status: PassStatus): Promise<void> {
  await db.query('update pass set status = $2 where id = $1', [id, status])
  await db.query(
    'update job set version = version + 1 where id = (select job_id from piece_set s join pass on pass.set_id = s.id where '
    + 'pass.id = $1)',
    [id],
  )
}

/** Pieces that came through a pass. */
export async function setDone(db: Db, id: string, done: readonly number[]): Promise<void> {
  await db.query('update pass set done = $2 where id = $1', [id, done])
}

/** Scrapped pieces are replaced by new ones, which go through the passes before this one as well. */
export async function oweAgain(db: Db, id: string, numbers: readonly number[]): Promise<void> {
  await db.query(
    `update pass set done = array(select n from unnest(pass.done) n where n <> all($2::smallint[])),
       status = case when pass.status = 'done' then 'planned' else pass.status end
     from pass this where this.id = $1 and pass.set_id = this.set_id and pass.ord < this.ord and pass.done && $2::smallint[]`,
    [id, numbers],
  )
}
