import { z } from 'zod'
import { SUBSTRATES } from '#core/materials'
import type { SubstrateId } from '#core/materials'
import type { CouponStep, CouponVerdict } from '#core/coupon'
import { parseDuration, parseLength, parseScore } from '#core/units'
import { writtenField } from './fields'

const substrateIds = SUBSTRATES.map(s => s.id) as [SubstrateId, ...SubstrateId[]]

const step = z.object({
  dwell: writtenField(parseDuration, s => (s < 5 ? 'Write at least five seconds.' : null)),
  frost: writtenField(parseScore),
  creep: z.union([z.literal('').transform(() => null), writtenField(text => parseLength(text), mm => (mm > 5 ? 'More than 5 mm is no creep but a leak.' : null))]),
})

/** A coupon as it is read off: 1 to 8 strips. */
export const couponSchema = z.object({ substrate: z.enum(substrateIds), steps: z.array(step).min(1, 'Write down one strip at least.').max(8, 'Eight strips are what one person can time.') })

export type CouponForm = z.input<typeof couponSchema>
export type CouponEntry = z.output<typeof couponSchema>

/** A stored coupon; best in s, rate in 1/s. */
export interface Coupon {
  id: string
  bottleId: string
  substrate: SubstrateId
  steps: CouponStep[]
  verdict: CouponVerdict
  best: number | null
  rate: number | null
  by: string
  at: string
}
