import { dayIn } from '#core/basics/zone'
import { potency, potencyPoints } from '#core/plan/coupon'
import type { PotencyPoint } from '#core/plan/coupon'
import type { Coupon } from '#shared/coupons'
import { openDays } from '#shared/recipe'
import type { Lot } from '#shared/shelf'

/** Rates of a bottle's own coupons over its age. */
export function ratesOverAge(lot: Lot, coupons: readonly Coupon[], zone: string): PotencyPoint[] {
  const age = (c: Coupon) => openDays(lot.openedOn, dayIn(zone, Date.parse(c.at))) ?? 0
  return potencyPoints(
    coupons
      .filter(c => c.lotId === lot.id)
      .map(c => ({ substrate: c.substrate, rate: c.rate, at: Date.parse(c.at), age: age(c) })),
  )
}

/** How strong a bottle still is, and when to test it again. */
export function usePotency() {
  const studio = useStudioStore()
  return (lot: Lot, coupons: readonly Coupon[]) => potency(ratesOverAge(lot, coupons, studio.rules.timeZone), studio.rules)
}
