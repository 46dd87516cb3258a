import type { ArtFigures } from '#core/art/art-report'
import type { Artwork, ArtworkForm, ArtworkSummary } from '#shared/artworks'
import { PAGE_ROWS } from '#shared/pages'
import type { Db } from '../pool'

const SUMMARY = 'id, name, figures, coalesce((entered->>\'through\')::boolean, false) as mirrored, put_away as "putAway", version'

/** A page of them, by name; those put away come last. @param after the last row of the page before, or null */
export async function listArtworks(db: Db, after: string | null): Promise<ArtworkSummary[]> {
  return (
    await db.query<ArtworkSummary>(
      `
    select ${SUMMARY} from artwork
    where ($1::uuid is null or (put_away, lower(name), id) > (select put_away, lower(name), id from artwork where id = $1))
    order by put_away, lower(name), id limit $2`,
      [after, PAGE_ROWS],
    )
  ).rows
}

export async function artworkById(db: Db, id: string, lock = false): Promise<Artwork | undefined> {
  return (await db.query<Artwork>(`select ${SUMMARY}, entered from artwork where id = $1 ${lock ? 'for update' : ''}`, [id])).rows[0]
}

/** @returns false when this id is kept already */
export async function insertArtwork(
  db: Db,
  id: string,
  name: string,
  entered: ArtworkForm,
  figures: ArtFigures,
  by: string,
  at: Date,
): Promise<boolean> {
  const result = await db.query(
    'insert into artwork (id, name, entered, figures, created_by, created_at) values ($1, $2, $3, $4, $5, $6) on conflict (id) do nothing',
    [id, name, JSON.stringify(entered), JSON.stringify(figures), by, at],
  )
  return result.rowCount === 1
}

export async function updateArtwork(
  db: Db,
  id: string,
  name: string,
  entered: ArtworkForm,
  figures: ArtFigures,
  putAway: boolean,
): Promise<void> {
  await db.query(
    `update artwork set name = $2, entered = $3, entered_form = default, figures = $4, put_away = $5, version = version + 1
      where id = $1`,
    [id, name, JSON.stringify(entered), JSON.stringify(figures), putAway],
  )
}
