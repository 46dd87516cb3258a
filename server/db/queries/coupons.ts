import type { Coupon } from '#shared/coupons'
import { PAGE_ROWS } from '#shared/pages'
import type { Db } from '../pool'

const COLUMNS
  = 'id, lot_id as "lotId", run_id as "runId", substrate, steps, verdict, best_s as best, rate, creep_rate as "creepRate", by_person '
    + 'as "by", at'

/** A page of them, newest first; of all bottles when none is named. @param after the last row of the page before, or null */
export async function listCoupons(db: Db, lotId: string | null, after: string | null): Promise<Coupon[]> {
  return (
    await db.query<Coupon>(
      `
    select ${COLUMNS} from coupon
    where ($1::uuid is null or lot_id = $1) and ($2::uuid is null or (at, id) < (select at, id from coupon where id = $2))
    order by at desc, id desc limit $3`,
      [lotId, after, PAGE_ROWS],
    )
  ).rows
}

/** @returns false when this id, or a coupon of this run, is stored already */
export async function insertCoupon(db: Db, c: Omit<Coupon, 'at'> & { at: Date }): Promise<boolean> {
  const result = await db.query(
    'insert into coupon (id, lot_id, run_id, substrate, steps, verdict, best_s, rate, creep_rate, by_person, at) values ($1, $2, $3, '
    + '$4, $5, $6, $7, $8, $9, $10, $11) on conflict do nothing',
    [c.id, c.lotId, c.runId, c.substrate, JSON.stringify(c.steps), c.verdict, c.best, c.rate, c.creepRate, c.by, c.at],
  )
  return result.rowCount === 1
}
