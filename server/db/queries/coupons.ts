import type { Coupon } from '#shared/coupons'
import type { Db } from '../pool'

const COLUMNS = 'id, bottle_id as "bottleId", substrate, steps, verdict, best_s as best, rate, by_person as "by", at'

/** Newest first. */
export async function couponsOf(db: Db, bottleId: string): Promise<Coupon[]> {
  return (await db.query<Coupon>(`select ${COLUMNS} from coupon where bottle_id = $1 order by at desc, id desc`, [bottleId])).rows
}

/** @returns false when this id is stored already */
export async function insertCoupon(db: Db, c: Omit<Coupon, 'at'> & { at: Date }): Promise<boolean> {
  const result = await db.query(
    'insert into coupon (id, bottle_id, substrate, steps, verdict, best_s, rate, by_person, at) values ($1, $2, $3, $4, $5, $6, $7, $8, $9) on conflict (id) do nothing',
    [c.id, c.bottleId, c.substrate, JSON.stringify(c.steps), c.verdict, c.best, c.rate, c.by, c.at],
  )
  return result.rowCount === 1
}
