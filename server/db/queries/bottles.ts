import type { Bottle, BottleEntry } from '#shared/shelf'
import type { Db } from '../pool'

const COLUMNS = `id, product_name as "productName", kind, label_min_s as "labelMin", label_max_s as "labelMax", reusable, opened_on as "openedOn",
  size_ml as "size", left_ml as "left", price, coupon_best_s as "couponBest", put_away as "putAway", version`

const values = (id: string, b: BottleEntry) =>
  [id, b.productName, b.kind, Math.round(b.labelMin), Math.round(b.labelMax), b.reusable, b.openedOn || null, b.size, b.left, b.price, b.couponBest === null ? null : Math.round(b.couponBest)]

export async function listBottles(db: Db): Promise<Bottle[]> {
  return (await db.query<Bottle>(`select ${COLUMNS} from bottle order by put_away, lower(product_name), id`)).rows
}

export async function bottleById(db: Db, id: string, lock = false): Promise<Bottle | undefined> {
  return (await db.query<Bottle>(`select ${COLUMNS} from bottle where id = $1 ${lock ? 'for update' : ''}`, [id])).rows[0]
}

/** @returns false when this id is on the shelf already */
export async function insertBottle(db: Db, id: string, bottle: BottleEntry): Promise<boolean> {
  const result = await db.query(
    `insert into bottle (id, product_name, kind, label_min_s, label_max_s, reusable, opened_on, size_ml, left_ml, price, coupon_best_s)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11) on conflict (id) do nothing`, values(id, bottle),
  )
  return result.rowCount === 1
}

export async function updateBottle(db: Db, id: string, bottle: BottleEntry, putAway: boolean): Promise<void> {
  await db.query(
    `update bottle set product_name = $2, kind = $3, label_min_s = $4, label_max_s = $5, reusable = $6, opened_on = $7, size_ml = $8, left_ml = $9,
       price = $10, coupon_best_s = $11, put_away = $12, version = version + 1 where id = $1`, [...values(id, bottle), putAway],
  )
}

export async function changeLevel(db: Db, m: { id: string, bottleId: string, runId: string | null, change: number, reason: string, by: string, at: Date }): Promise<void> {
  await db.query('insert into bottle_movement (id, bottle_id, run_id, change_ml, reason, by_person, at) values ($1, $2, $3, $4, $5, $6, $7)', [m.id, m.bottleId, m.runId, m.change, m.reason, m.by, m.at])
}

export async function setLevel(db: Db, id: string, left: number): Promise<void> {
  await db.query('update bottle set left_ml = $2, version = version + 1 where id = $1', [id, left])
}

export async function setCouponBest(db: Db, id: string, seconds: number): Promise<void> {
  await db.query('update bottle set coupon_best_s = $2, version = version + 1 where id = $1', [id, seconds])
}
