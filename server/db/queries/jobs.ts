import type { PlannedWall } from '#shared/blanks'
import type { Job, JobDetails, JobEntry, JobForm, JobStatus, PlannedArt } from '#shared/jobs'
import { PAGE_ROWS } from '#shared/pages'
import type { Db } from '../pool'

const COLUMNS = `id, customer, due_on as "dueOn", notes, noun, pieces, surface, substrate, height_mm as height, girth_mm as girth,
  art_width_mm as "artWidth",
  art_height_mm as "artHeight", open_fraction as "openFraction", resist, lot_id as "lotId", stencil_id as "stencilId",
    blank_id as "blankId", wall, artwork_id as "artworkId", art, details, answers, schools, entered, status,
  created_by as "createdBy", created_at as "createdAt", version`

/** What a job keeps of the library as it was when it was planned. */
export interface KeptOfJob {
  wall: PlannedWall | null
  art: PlannedArt | null
  /** Lead who decided that frost runs up to the rim. */
  rimBy: string | null
}

/** What jobs from before it was asked say of it: as Crest suggests. */
const LATER: Pick<JobDetails, 'tool' | 'tray' | 'carve' | 'rimBy' | 'border' | 'wholeFace' | 'face'> = {
  tool: '',
  tray: null,
  carve: null,
  rimBy: null,
  border: null,
  wholeFace: false,
  face: 'front',
}

interface JobRow extends Omit<Job, keyof JobDetails> {
  details: JobDetails
}
const toJob = ({ details, ...row }: JobRow): Job => ({ ...row, ...LATER, ...details })

const detailsOf = (
  rimBy: string | null,
  { artMiddle, finest, ownBest, temperature, coaters, tool, tray, depth, carve, ...rest }: JobEntry,
): JobDetails => ({
  rimBy,
  artMiddle,
  finest,
  ownBest,
  temperature,
  coaters,
  tool,
  tray,
  depth,
  carve,
  border: rest.border,
  wholeFace: rest.wholeFace,
  face: rest.face,
  look: rest.look,
  oldLabel: rest.oldLabel,
  finish: rest.finish,
})

const values = (id: string, j: JobEntry, { wall, art, rimBy }: KeptOfJob, entered: JobForm) => [
  id,
  j.customer,
  j.dueOn,
  j.notes,
  j.noun,
  j.pieces,
  j.surface,
  j.substrate,
  j.height,
  j.girth,
  j.artWidth,
  j.artHeight,
  j.openFraction,
  j.resist,
  j.lotId,
  j.stencilId,
  JSON.stringify(detailsOf(rimBy, j)),
  JSON.stringify(j.answers),
  JSON.stringify(j.schools),
  JSON.stringify(entered),
  j.blankId,
  wall && JSON.stringify(wall),
  j.artworkId,
  art && JSON.stringify(art),
]

/** A page of the open ones, the soonest due first. @param after the last row of the page before, or null */
export async function listOpenJobs(db: Db, after: string | null): Promise<Job[]> {
  return (
    await db.query<JobRow>(
      `
    select ${COLUMNS} from job
    where status in ('planned', 'running') and ($1::uuid is null or (due_on, id) > (select due_on, id from job where id = $1))
    order by due_on, id limit $2`,
      [after, PAGE_ROWS],
    )
  ).rows.map(toJob)
}

export async function jobById(db: Db, id: string, lock = false): Promise<Job | undefined> {
  const row = (await db.query<JobRow>(`select ${COLUMNS} from job where id = $1 ${lock ? 'for update' : ''}`, [id])).rows[0]
  return row && toJob(row)
}

export async function jobsByIds(db: Db, ids: readonly string[]): Promise<Job[]> {
  return (await db.query<JobRow>(`select ${COLUMNS} from job where id = any($1)`, [ids])).rows.map(toJob)
}

/** @returns false when this id is planned already */
export async function insertJob(
  db: Db,
  id: string,
  job: JobEntry,
  kept: KeptOfJob,
  entered: JobForm,
  by: string,
  at: Date,
): Promise<boolean> {
  const result = await db.query(
    `insert into job (id, customer, due_on, notes, noun, pieces, surface, substrate, height_mm, girth_mm, art_width_mm, art_height_mm,
      open_fraction, resist, lot_id, stencil_id,
       details, answers, schools, entered, blank_id, wall, artwork_id, art, created_by, created_at)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $15, $16, $17, $18, $19, $20, $21, $22, $23, $24, $25, $26)
       on conflict (id) do nothing`,
    [...values(id, job, kept, entered), by, at],
  )
  return result.rowCount === 1
}

export async function updateJob(db: Db, id: string, job: JobEntry, kept: KeptOfJob, entered: JobForm): Promise<void> {
  await db.query(
    `update job set customer = $2, due_on = $3, notes = $4, noun = $5, pieces = $6, surface = $7, substrate = $8, height_mm = $9,
      girth_mm = $10, art_width_mm = $11, art_height_mm = $12,
       open_fraction = $13, resist = $14, lot_id = $15, stencil_id = $16, details = $17, answers = $18, schools = $19, entered = $20,
         entered_form = default,
         blank_id = $21, wall = $22, artwork_id = $23, art = $24, version = version + 1 where id = $1`,
    values(id, job, kept, entered),
  )
}

export async function setJobStatus(db: Db, id: string, status: JobStatus): Promise<void> {
  await db.query('update job set status = $2, version = version + 1 where id = $1', [id, status])
}
