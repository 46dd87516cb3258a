import { z } from 'zod'
import { STRIP_LAYOUT } from '#core/plan/coupon'
import type { CouponStep, CouponVerdict, StripLayout } from '#core/plan/coupon'
import { SUBSTRATE_IDS } from '#core/trade/materials'
import type { SubstrateId } from '#core/trade/materials'
import type { Together } from '#core/plan/run-plan'
import { parseDuration, parseLength, parseScore } from '#core/basics/units'
import { optionalField, writtenField } from './fields'
import { uuidV7Schema } from './ids'

const dwell = writtenField(parseDuration, s =>
  s < 5 ? 'Write at least five seconds.' : s > 7200 ? 'Over two hours is no dwell. Check the unit.' : null,
)

const step = z.object({
  dwell,
  frost: writtenField(parseScore),
  creep: optionalField(
    text => parseLength(text),
    mm => (mm > 5 ? 'More than 5 mm is no creep but a leak.' : null),
  ),
})

/** A coupon as it is read off: 1 to 8 strips. */
export const couponSchema = z.object({
  substrate: z.enum(SUBSTRATE_IDS),
  steps: z.array(step).min(1, 'Write down one strip at least.').max(8, 'Eight strips are what one person can time.'),
})

export type CouponForm = z.input<typeof couponSchema>
export type CouponEntry = z.output<typeof couponSchema>

/** A coupon before it is etched: which scrap, how long each strip, on which clock. */
export const couponOrderSchema = z.object({
  substrate: z.enum(SUBSTRATE_IDS, 'Choose the scrap.'),
  times: z.array(dwell).min(2, 'One strip compares with nothing.').max(8, 'Eight strips are what one person can time.'),
  together: z.enum(['rinsed in turn', 'coated in turn']),
})
export type CouponOrderForm = z.input<typeof couponOrderSchema>
export type CouponOrderEntry = z.output<typeof couponOrderSchema>

export const startCouponSchema = z.object({ runId: uuidV7Schema, order: couponOrderSchema })

/** What a run that etches a coupon keeps of its order. */
export interface CouponOfRun {
  substrate: SubstrateId
  together: Together
  layout: StripLayout
}
export const couponOfRun = (order: CouponOrderEntry): CouponOfRun => ({
  substrate: order.substrate,
  together: order.together,
  layout: STRIP_LAYOUT,
})

/** A stored coupon; best in s, rate in 1/s, creep rate in mm/s. */
export interface Coupon {
  id: string
  lotId: string
  /** The run at the bench that etched it; null for one that was only written down. */
  runId: string | null
  substrate: SubstrateId
  steps: CouponStep[]
  verdict: CouponVerdict
  best: number | null
  rate: number | null
  creepRate: number | null
  by: string
  at: string
}
