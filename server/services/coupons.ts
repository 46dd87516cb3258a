import { readCoupon } from '#core/coupon'
import type { Coupon, CouponEntry } from '#shared/coupons'
import { inTransaction } from '../db/pool'
import { bottleById, setCouponBest } from '../db/queries/bottles'
import { couponsOf, insertCoupon } from '../db/queries/coupons'
import type { Context } from './context'
import { notify } from './context'
import { notFound } from './refusal'

/**
 * Keeps a coupon as it was read off. When it shows a best dwell, the bottle's own-coupons time follows it.
 * @param id made by the client: sent twice, stored once
 */
export async function addCoupon(context: Context, bottleId: string, id: string, entry: CouponEntry): Promise<Coupon[]> {
  return inTransaction(context.pool, async (db) => {
    if (!await bottleById(db, bottleId, true)) throw notFound('bottle')
    const { verdict, best, fit } = readCoupon(entry.steps)
    const stored = await insertCoupon(db, { id, bottleId, ...entry, verdict, best, rate: fit?.rate ?? null, by: context.by, at: context.now() })
    if (stored && best !== null) {
      await setCouponBest(db, bottleId, best)
      await notify(db, { topic: 'shelf' })
    }
    return couponsOf(db, bottleId)
  })
}
