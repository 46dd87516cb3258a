import type { Supply, SupplyEntry } from '#shared/stock'
import { PAGE_ROWS } from '#shared/pages'
import type { Db } from '../pool'
import { levelSql } from './stock'

const SUPPLY = `supply.id, s.kind, s.label_no as "labelNo", s.reorder::float8, supply.name, supply.details, supply.pack::float8,
  supply.price::float8, supply.opened_on as "openedOn", supply.expires_on as "expiresOn", supply.blank_id as "blankId",
  ${levelSql('supply.id')} as level, supply.put_away as "putAway", supply.version`

/** A page of them, by kind and name; those put away come last. @param after the last row of the page before, or null */
export async function listSupplies(db: Db, after: string | null): Promise<Supply[]> {
  const { rows } = await db.query<Supply>(
    `select ${SUPPLY} from supply join stock s using (id)
      where ($1::uuid is null or (put_away, lower(name), supply.id) > (select put_away, lower(name), id from supply where id = $1))
      order by put_away, lower(name), supply.id limit $2`,
    [after, PAGE_ROWS],
  )
  return rows
}

export async function supplyById(db: Db, id: string): Promise<Supply | undefined> {
  return (await db.query<Supply>(`select ${SUPPLY} from supply join stock s using (id) where supply.id = $1`, [id])).rows[0]
}

const values = (id: string, e: SupplyEntry) => [
  id, e.name, JSON.stringify(e.details), e.pack, e.price, e.openedOn || null, e.expiresOn || null, e.blankId,
]

export async function insertSupply(db: Db, id: string, entry: SupplyEntry): Promise<void> {
  await db.query(
    'insert into supply (id, name, details, pack, price, opened_on, expires_on, blank_id) values ($1, $2, $3, $4, $5, $6, $7, $8)',
    values(id, entry),
  )
}

/** @returns false when somebody else changed it since `version` */
export async function updateSupply(db: Db, id: string, entry: SupplyEntry, version: number, putAway: boolean): Promise<boolean> {
  const { rowCount } = await db.query(
    `update supply set name = $2, details = $3, pack = $4, price = $5, opened_on = $6, expires_on = $7, blank_id = $8, put_away = $9,
      version = version + 1 where id = $1 and version = $10`,
    [...values(id, entry), putAway, version],
  )
  return rowCount === 1
}
