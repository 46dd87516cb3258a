import type { OwnFace } from '#shared/faces'
import { PAGE_ROWS } from '#shared/pages'
import type { Db } from '../pool'

/** A page of them, by name. @param after the last row of the page before, or null */
export async function listFaces(db: Db, after: string | null): Promise<OwnFace[]> {
  return (
    await db.query<OwnFace>(
      `select id, name from face
       where not put_away and ($1::uuid is null or (lower(name), id) > (select lower(name), id from face where id = $1))
       order by lower(name), id limit $2`,
      [after, PAGE_ROWS],
    )
  ).rows
}

/** Also of one that was put away: stencils that are set in it stay as they are. */
export async function faceFile(db: Db, id: string): Promise<Buffer | undefined> {
  return (await db.query<{ file: Buffer }>('select file from face where id = $1', [id])).rows[0]?.file
}

/** Kept once, however often it is sent. */
export async function insertFace(db: Db, id: string, name: string, file: Buffer, by: string, at: Date): Promise<void> {
  await db.query('insert into face (id, name, file, created_by, created_at) values ($1, $2, $3, $4, $5) on conflict (id) do nothing', [
    id,
    name,
    file,
    by,
    at,
  ])
}

/** @returns false where there is none */
export async function putFaceAway(db: Db, id: string): Promise<boolean> {
  return (await db.query('update face set put_away = true where id = $1', [id])).rowCount === 1
}
