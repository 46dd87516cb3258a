import type { JobForm } from '#shared/jobs'
import type { JobTemplate } from '#shared/templates'
import { PAGE_ROWS } from '#shared/pages'
import type { Db } from '../pool'

const COLUMNS = 'id, name, entered'

/** A page of them, by name. @param after the last row of the page before, or null */
export async function listTemplates(db: Db, after: string | null): Promise<JobTemplate[]> {
  return (
    await db.query<JobTemplate>(
      `select ${COLUMNS} from job_template
       where ($1::uuid is null or (lower(name), id) > (select lower(name), id from job_template where id = $1))
       order by lower(name), id limit $2`,
      [after, PAGE_ROWS],
    )
  ).rows
}

export async function templateById(db: Db, id: string): Promise<JobTemplate | undefined> {
  return (await db.query<JobTemplate>(`select ${COLUMNS} from job_template where id = $1`, [id])).rows[0]
}

/** Kept once, however often it is sent. */
export async function insertTemplate(db: Db, id: string, name: string, entered: JobForm, by: string, at: Date): Promise<void> {
  await db.query(
    'insert into job_template (id, name, entered, created_by, created_at) values ($1, $2, $3, $4, $5) on conflict (id) do nothing',
    [id, name, JSON.stringify(entered), by, at],
  )
}

/** @returns false where there is none */
export async function dropTemplate(db: Db, id: string): Promise<boolean> {
  return (await db.query('delete from job_template where id = $1', [id])).rowCount === 1
}
