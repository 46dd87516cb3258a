import type { Blank, BlankEntry, BlankForm } from '#shared/blanks'
import { PAGE_ROWS } from '#shared/pages'
import type { Db } from '../pool'

const COLUMNS = 'id, name, noun, substrate, height_kind as "heightKind", readings, girths, pane, entered, put_away as "putAway", version'
const values = (id: string, b: BlankEntry, entered: BlankForm) => [
  id,
  b.name,
  b.noun,
  b.substrate,
  b.heightKind,
  JSON.stringify(b.readings),
  JSON.stringify(entered),
  b.pane && JSON.stringify(b.pane),
  JSON.stringify(b.girths),
]

/** A page of them, by name; those put away come last. @param after the last row of the page before, or null */
export async function listBlanks(db: Db, after: string | null): Promise<Blank[]> {
  return (
    await db.query<Blank>(
      `
    select ${COLUMNS} from blank
    where ($1::uuid is null or (put_away, lower(name), id) > (select put_away, lower(name), id from blank where id = $1))
    order by put_away, lower(name), id limit $2`,
      [after, PAGE_ROWS],
    )
  ).rows
}

export async function blankById(db: Db, id: string, lock = false): Promise<Blank | undefined> {
  return (await db.query<Blank>(`select ${COLUMNS} from blank where id = $1 ${lock ? 'for update' : ''}`, [id])).rows[0]
}

/** @returns false when this id is in the library already */
export async function insertBlank(db: Db, id: string, blank: BlankEntry, entered: BlankForm, by: string, at: Date): Promise<boolean> {
  const result = await db.query(
    'insert into blank (id, name, noun, substrate, height_kind, readings, entered, pane, girths, created_by, created_at) values ($1, $2, '
    + '$3, $4, $5, $6, $7, $8, $9, $10, $11) on conflict (id) do nothing',
    [...values(id, blank, entered), by, at],
  )
  return result.rowCount === 1
}

export async function updateBlank(db: Db, id: string, blank: BlankEntry, entered: BlankForm, putAway: boolean): Promise<void> {
  await db.query(
    `update blank set name = $2, noun = $3, substrate = $4, height_kind = $5, readings = $6, entered = $7, entered_form = default,
      pane = $8, girths = $9, put_away = $10, version = version + 1 where id = $1`,
    [...values(id, blank, entered), putAway],
  )
}
