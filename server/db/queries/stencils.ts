import type { Stencil, StencilEntry } from '#shared/shelf'
import { PAGE_ROWS } from '#shared/pages'
import type { Db } from '../pool'

const COLUMNS = 'id, name, resist, uses, put_away as "putAway"'

/** A page of them, by name; those put away come last. @param after the last row of the page before, or null */
export async function listStencils(db: Db, after: string | null): Promise<Stencil[]> {
  return (
    await db.query<Stencil>(
      `
    select ${COLUMNS} from stencil
    where ($1::uuid is null or (put_away, lower(name), id) > (select put_away, lower(name), id from stencil where id = $1))
    order by put_away, lower(name), id limit $2`,
      [after, PAGE_ROWS],
    )
  ).rows
}

export async function stencilById(db: Db, id: string): Promise<Stencil | undefined> {
  return (await db.query<Stencil>(`select ${COLUMNS} from stencil where id = $1`, [id])).rows[0]
}

export async function stencilsByIds(db: Db, ids: string[]): Promise<Stencil[]> {
  return (await db.query<Stencil>(`select ${COLUMNS} from stencil where id = any($1)`, [ids])).rows
}

/** @returns false when this id hangs on the shelf already */
export async function insertStencil(db: Db, id: string, entry: StencilEntry): Promise<boolean> {
  return (
    (
      await db.query('insert into stencil (id, name, resist) values ($1, $2, $3) on conflict (id) do nothing', [
        id,
        entry.name,
        entry.resist,
      ])
    ).rowCount === 1
  )
}

export async function setStencilAway(db: Db, id: string, putAway: boolean): Promise<boolean> {
  return (await db.query('update stencil set put_away = $2 where id = $1', [id, putAway])).rowCount === 1
}

export async function addUses(db: Db, id: string, uses: number): Promise<void> {
  await db.query('update stencil set uses = uses + $2 where id = $1', [id, uses])
}
