import type { Photo } from '#shared/runs'
import { PAGE_ROWS } from '#shared/pages'
import type { Db } from '../pool'

/** A page of a run's pictures, oldest first. @param after the last row of the page before, or null */
export async function photosOfRun(db: Db, runId: string, after: string | null): Promise<Photo[]> {
  const { rows } = await db.query<Omit<Photo, 'at'> & { at: Date }>(
    `
    select id, step, piece, width, height, by_person as "by", at from run_photo
    where run_id = $1 and ($2::uuid is null or (at, id) > (select at, id from run_photo where id = $2))
    order by at, id limit $3`,
    [runId, after, PAGE_ROWS],
  )
  return rows.map(r => ({ ...r, at: r.at.getTime() }))
}

/** Pictures of each of these runs, oldest first, with the piece that each shows; null: the whole bench. */
export async function photosOfRuns(db: Db, runIds: readonly string[]): Promise<Map<string, Pick<Photo, 'id' | 'piece'>[]>> {
  const { rows } = await db.query<{ runId: string, photos: Pick<Photo, 'id' | 'piece'>[] }>(
    `select run_id as "runId", jsonb_agg(jsonb_build_object('id', id, 'piece', piece) order by at, id) as photos
      from run_photo where run_id = any($1) group by run_id`,
    [runIds],
  )
  return new Map(rows.map(r => [r.runId, r.photos]))
}

/** @returns false when this id is stored already */
export async function insertPhoto(db: Db, runId: string, p: Omit<Photo, 'at'> & { image: Buffer, at: Date }): Promise<boolean> {
  const result = await db.query(
    'insert into run_photo (id, run_id, step, piece, width, height, image, by_person, at) values ($1, $2, $3, $4, $5, $6, $7, $8, $9) on '
    + 'conflict (id) do nothing',
    [p.id, runId, p.step, p.piece, p.width, p.height, p.image, p.by, p.at],
  )
  return result.rowCount === 1
}

export async function photoImage(db: Db, id: string): Promise<Buffer | undefined> {
  return (await db.query<{ image: Buffer }>('select image from run_photo where id = $1', [id])).rows[0]?.image
}
