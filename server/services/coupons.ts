import { readCoupon } from '#core/plan/coupon'
import type { Coupon, CouponEntry } from '#shared/coupons'
import { inTransaction } from '../db/pool'
import { lotById } from '../db/queries/lots'
import { insertCoupon, listCoupons } from '../db/queries/coupons'
import { runHead } from '../db/queries/runs'
import type { Context } from './context'
import { notify } from './context'
import { notFound, Refusal } from './refusal'
import { studioOf } from './studio'

/**
 * Keeps a coupon as it was read off. Plans for this bottle on this substrate follow its best time and its creep.
 * @param id made by the client: sent twice, stored once
 * @param runId the run at the bench that etched it, or null
 * @returns the newest of this bottle
 */
export async function addCoupon(
  context: Context,
  lotId: string,
  id: string,
  entry: CouponEntry,
  runId: string | null,
): Promise<Coupon[]> {
  return inTransaction(context.pool, async (db) => {
    // What a run etched with never changes, so only the bottle is locked.
    const run = runId === null ? null : await runHead(db, runId)
    if (!(await lotById(db, lotId, true))) throw notFound('bottle')
    if (runId !== null && (!run?.coupon || run.lotId !== lotId))
      throw new Refusal(400, 'That run etched no coupon with this bottle. Read the strips off from the run itself.')
    const { rules } = await studioOf(db)
    const { verdict, best, fit, creep } = readCoupon(entry.steps, null, rules.plateauShare)
    const creepRate = creep && creep.slope > 0 ? creep.slope : null
    const stored = await insertCoupon(db, {
      id,
      lotId,
      runId,
      ...entry,
      verdict,
      best,
      rate: fit?.rate ?? null,
      creepRate,
      by: context.by,
      at: context.now(),
    })
    if (stored) await notify(db, { topic: 'shelf' })
    return listCoupons(db, lotId, null)
  })
}
