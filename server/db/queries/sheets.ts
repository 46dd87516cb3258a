import type { Roll, RollEntry } from '#shared/rolls'
import type { Sheet, SheetForm, SheetSummary } from '#shared/sheets'
import { PAGE_ROWS } from '#shared/pages'
import type { Db } from '../pool'
import { levelSql } from './stock'

const ROLL = `id, name, resist, width, ${levelSql('roll.id')} as length, scrap, grain, price_m2::float8 as "priceM2",
  (select reorder::float8 from stock where stock.id = roll.id) as reorder, put_away as "putAway"`
const SUMMARY = `id, name, cut_at as "cutAt", put_away as "putAway", version,
  (select coalesce(jsonb_agg(set_id order by set_id), '[]') from sheet_set where sheet_id = cut_sheet.id) as "setIds"`

/** A page of them, by name, rolls before scraps. @param after the last row of the page before, or null */
export async function listRolls(db: Db, after: string | null): Promise<Roll[]> {
  return (
    await db.query<Roll>(
      `
    select ${ROLL} from roll
    where not put_away and ($1::uuid is null or (scrap, lower(name), id) > (select scrap, lower(name), id from roll where id = $1))
    order by scrap, lower(name), id limit $2`,
      [after, PAGE_ROWS],
    )
  ).rows
}

export async function rollById(db: Db, id: string, lock = false): Promise<Roll | undefined> {
  if (lock) await db.query('select 1 from stock where id = $1 for update', [id])
  return (await db.query<Roll>(`select ${ROLL} from roll where id = $1 ${lock ? 'for update' : ''}`, [id])).rows[0]
}

/** Its length is its first line in the ledger. */
export async function insertRoll(db: Db, id: string, r: Omit<RollEntry, 'length'>): Promise<void> {
  await db.query('insert into roll (id, name, resist, width, scrap, grain, price_m2) values ($1, $2, $3, $4, $5, $6, $7)', [
    id, r.name, r.resist, r.width, r.scrap, r.grain, r.priceM2,
  ])
}

/** Rolls with a price on them, as `filmPrice` asks for them. */
export async function pricedRolls(db: Db): Promise<Pick<Roll, 'id' | 'resist' | 'scrap' | 'priceM2'>[]> {
  const { rows } = await db.query<Pick<Roll, 'id' | 'resist' | 'scrap' | 'priceM2'>>(
    'select id, resist, scrap, price_m2::float8 as "priceM2" from roll where not put_away and price_m2 is not null',
  )
  return rows
}

export async function setRollAway(db: Db, id: string, away: boolean): Promise<void> {
  await db.query('update roll set put_away = $2 where id = $1', [id, away])
}

/** A page of them, by name; those that are cut or put away come last. @param after the last row of the page before, or null */
export async function listSheets(db: Db, after: string | null): Promise<SheetSummary[]> {
  return (
    await db.query<SheetSummary>(
      `
    select ${SUMMARY} from cut_sheet
    where ($1::uuid is null or (put_away, (cut_at is not null), lower(name), id) > (select put_away, (cut_at is not null), lower(name), id
      from cut_sheet where id = $1))
    order by put_away, (cut_at is not null), lower(name), id limit $2`,
      [after, PAGE_ROWS],
    )
  ).rows
}

export async function sheetById(db: Db, id: string, lock = false): Promise<Sheet | undefined> {
  return (await db.query<Sheet>(`select ${SUMMARY}, entered from cut_sheet where id = $1 ${lock ? 'for update' : ''}`, [id])).rows[0]
}

/** @returns false when this id is kept already */
export async function insertSheet(
  db: Db,
  id: string,
  name: string,
  entered: SheetForm,
  by: string,
  at: Date,
): Promise<boolean> {
  const { rowCount } = await db.query(
    'insert into cut_sheet (id, name, entered, created_by, created_at) values ($1, $2, $3, $4, $5) on conflict (id) do nothing',
    [id, name, JSON.stringify(entered), by, at],
  )
  return rowCount === 1
}

/** Which pieces of jobs a sheet is for. */
export async function setSetsOfSheet(db: Db, id: string, setIds: readonly string[]): Promise<void> {
  await db.query('delete from sheet_set where sheet_id = $1 and set_id <> all($2)', [id, setIds])
  await db.query('insert into sheet_set (sheet_id, set_id) select $1, unnest($2::uuid[]) on conflict do nothing', [id, setIds])
}

export async function updateSheet(db: Db, id: string, name: string, entered: SheetForm, putAway: boolean): Promise<void> {
  await db.query(
    'update cut_sheet set name = $2, entered = $3, entered_form = default, put_away = $4, version = version + 1 where id = $1',
    [id, name, JSON.stringify(entered), putAway],
  )
}

/** Sheets for the pieces of these sets, the newest first. */
export async function sheetsOfSets(db: Db, sets: readonly string[]): Promise<SheetSummary[]> {
  const { rows } = await db.query<SheetSummary>(
    `select ${SUMMARY} from cut_sheet where id in (select sheet_id from sheet_set where set_id = any($1)) and not put_away
      order by created_at desc`,
    [sets],
  )
  return rows
}

/**
 * What a sheet took from the shelf, as it is kept: lengths of rolls in mm, the scraps it left, mm² for one piece of each pass, and the
 * mark of the art that each was cut for; sheets from before marks have none.
 */
export interface KeptTaken {
  rolls: { id: string, was: number, left: number }[]
  scraps: string[]
  perPiece: Record<string, number>
  artMarks?: Record<string, string>
}

/** @param perSet share of each set in what the sheet took */
export async function setSheetCut(db: Db, id: string, at: Date, taken: KeptTaken, perSet: Record<string, number>): Promise<void> {
  await db.query('update cut_sheet set cut_at = $2, taken = $3, version = version + 1 where id = $1', [id, at, JSON.stringify(taken)])
  await db.query(
    `update sheet_set set share = taken.value::real from jsonb_each($2) as taken where sheet_id = $1 and set_id = taken.key::uuid`,
    [id, JSON.stringify(perSet)],
  )
}

export async function takenBy(db: Db, id: string): Promise<KeptTaken | null> {
  return (await db.query<{ taken: KeptTaken | null }>('select taken from cut_sheet where id = $1', [id])).rows[0]?.taken ?? null
}

export async function setSheetUncut(db: Db, id: string): Promise<void> {
  await db.query('update cut_sheet set cut_at = null, taken = null, version = version + 1 where id = $1', [id])
  await db.query('update sheet_set set share = null where sheet_id = $1', [id])
}
