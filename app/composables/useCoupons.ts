import { potency } from '#core/coupon'
import type { PotencyPoint } from '#core/coupon'
import type { Coupon } from '#shared/coupons'
import { openDays } from '#shared/recipe'
import type { Bottle } from '#shared/shelf'

/** Rates of a bottle's coupons on plain glass over its age: other ware etches at another rate. */
export function potencyPoints(bottle: Bottle, coupons: readonly Coupon[]): PotencyPoint[] {
  return coupons.flatMap((c) => {
    if (c.bottleId !== bottle.id || c.rate === null || c.substrate !== 'soda-lime') return []
    return [{ at: Date.parse(c.at), age: openDays(bottle.openedOn, new Date(c.at)) ?? 0, rate: c.rate }]
  })
}

/** How strong a bottle still is, and when to test it again. */
export function usePotency() {
  const studio = useStudioStore()
  return (bottle: Bottle, coupons: readonly Coupon[]) => potency(potencyPoints(bottle, coupons), studio.rules)
}
