import { paceOf } from '#core/plan/coat'
import type { Sample } from '#core/plan/coat'
import type { Lot, LotEntry } from '#shared/shelf'
import { PAGE_ROWS } from '#shared/pages'
import type { Db } from '../pool'
import { levelSql } from './stock'

/** Runs that an own pace is worked out from, the newest first. */
const LATEST = 30
// Gun time and what the gun swept, of the latest pieces with this lot.
const GUN_SAMPLES = `(select coalesce(jsonb_agg(jsonb_build_object('seconds', (piece ->> 'dwell')::float8, 'area', r.swept)), '[]')
  from (select summary, (plan -> 'basis' ->> 'swept')::float8 as swept from run
      where run.lot_id = lot.id and outcome = 'finished' and plan -> 'basis' ->> 'depth' = 'surface'
      order by ended_at desc limit ${LATEST}) r, jsonb_array_elements(r.summary -> 'pieces') piece
  where r.swept > 0 and piece ->> 'dwell' is not null)`

// The newest coupon of each substrate that showed a best time travels with its bottle: plans are made from it.
const COLUMNS = `id, product_name as "productName", kind, label_min_s as "labelMin", label_max_s as "labelMax", reusable,
  opened_on as "openedOn",
  size, ${levelSql('lot.id')} as "left",
  (select reorder::float8 from stock where stock.id = lot.id) as reorder,
  price, coupon_best_s as "couponBest", strength, strength_written as "strengthWritten",
  acid_share as "acidShare", medium, grit,
    gun_s_per_cm2 as "secondsPerCm2",
  put_away as "putAway", version,
  coalesce((select jsonb_agg(jsonb_build_object('substrate', c.substrate, 'best', c.best_s, 'creepRate', c.creep_rate))
    from (select distinct on (substrate) substrate, best_s, creep_rate from coupon where lot_id = lot.id and best_s is not null
      order by substrate, at desc) c), '[]') as coupons,
  case when kind = 'abrasive' then ${GUN_SAMPLES} end as "gunSamples"`

interface LotRow extends Omit<Lot, 'gunPace'> {
  gunSamples: Sample[] | null
}
const toLot = ({ gunSamples, ...row }: LotRow): Lot => ({ ...row, gunPace: paceOf(gunSamples ?? [], 0) })

const whole = (seconds: number | null) => (seconds === null ? null : Math.round(seconds))
const values = (id: string, b: LotEntry) => [
  id,
  b.productName,
  b.kind,
  whole(b.labelMin),
  whole(b.labelMax),
  b.reusable,
  b.openedOn || null,
  b.size,
  b.price,
  whole(b.couponBest),
  b.strength && JSON.stringify(b.strength),
  b.strengthWritten,
  b.medium,
  b.grit,
  b.secondsPerCm2,
  b.acidShare,
]

/** A page of them, by name; those put away come last. @param after the last row of the page before, or null */
export async function listLots(db: Db, after: string | null): Promise<Lot[]> {
  return (
    await db.query<LotRow>(
      `
    select ${COLUMNS} from lot
    where ($1::uuid is null or (put_away, lower(product_name), id) > (select put_away, lower(product_name), id from lot where id = $1))
    order by put_away, lower(product_name), id limit $2`,
      [after, PAGE_ROWS],
    )
  ).rows.map(toLot)
}

export async function lotById(db: Db, id: string, lock = false): Promise<Lot | undefined> {
  // Its level is read once the lock is held: a statement that waited for it would still see the level of before.
  if (lock) await db.query('select 1 from stock where id = $1 for update', [id])
  const row = (await db.query<LotRow>(`select ${COLUMNS} from lot where id = $1 ${lock ? 'for update' : ''}`, [id])).rows[0]
  return row && toLot(row)
}

export async function lotsByIds(db: Db, ids: string[]): Promise<Lot[]> {
  return (await db.query<LotRow>(`select ${COLUMNS} from lot where id = any($1)`, [ids])).rows.map(toLot)
}

export async function insertLot(db: Db, id: string, lot: LotEntry): Promise<void> {
  await db.query(
    `insert into lot (id, product_name, kind, label_min_s, label_max_s, reusable, opened_on, size, price, coupon_best_s,
      strength, strength_written, medium, grit, gun_s_per_cm2, acid_share)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $15, $16)`,
    values(id, lot),
  )
}

export async function updateLot(db: Db, id: string, lot: LotEntry, putAway: boolean): Promise<void> {
  await db.query(
    `update lot set product_name = $2, kind = $3, label_min_s = $4, label_max_s = $5, reusable = $6, opened_on = $7, size = $8,
      price = $9, coupon_best_s = $10,
       strength = $11, strength_written = $12, medium = $13, grit = $14, gun_s_per_cm2 = $15, acid_share = $16, put_away = $17,
       version = version + 1
         where id = $1`,
    [...values(id, lot), putAway],
  )
}

/** A sealed lot is open from its first use. @param day of the studio */
export async function openedOn(db: Db, id: string, day: string): Promise<void> {
  await db.query('update lot set opened_on = $2, version = version + 1 where id = $1 and opened_on is null', [id, day])
}

export async function putLotAway(db: Db, id: string): Promise<void> {
  await db.query('update lot set put_away = true, version = version + 1 where id = $1', [id])
}
