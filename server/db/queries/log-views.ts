import type { LogView } from '#shared/log'
import { PAGE_ROWS } from '#shared/pages'
import type { Db } from '../pool'

/** A page of them, by name. @param after the last row of the page before, or null */
export async function listLogViews(db: Db, after: string | null): Promise<LogView[]> {
  const { rows } = await db.query<LogView>(
    `select id, name, question from log_view
      where ($1::uuid is null or (lower(name), id) > (select lower(name), id from log_view where id = $1))
      order by lower(name), id limit $2`,
    [after, PAGE_ROWS],
  )
  return rows
}

/** Kept once, however often it is sent. */
export async function insertLogView(db: Db, { id, name, question }: LogView, by: string, at: Date): Promise<void> {
  await db.query(
    'insert into log_view (id, name, question, created_by, created_at) values ($1, $2, $3, $4, $5) on conflict (id) do nothing',
    [id, name, JSON.stringify(question), by, at],
  )
}

/** @returns false where there is none */
export async function dropLogView(db: Db, id: string): Promise<boolean> {
  return (await db.query('delete from log_view where id = $1', [id])).rowCount === 1
}
