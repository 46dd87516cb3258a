import { dayIn } from '#core/basics/zone'
import { etchantKind } from '#core/trade/materials'
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

/** All coupons, and the curves of those bottles that have any: their rates over their age. */
export function useCouponCurves() {
  const studio = useStudioStore()
  const houseTime = useHouseTime()
  const coupons = ref<Coupon[]>([])
  const problem = ref('')
  onMounted(() =>
    apiList<Coupon>('coupons').then(
      c => (coupons.value = c),
      (e: Error) => (problem.value = e.message),
    ),
  )
  const creams = computed(() => studio.lots.filter(b => !b.putAway && etchantKind(b.kind).method === 'cream'))
  const curves = computed(() =>
    creams.value
      .map(lot => ({ name: lot.productName, points: ratesOverAge(lot, coupons.value, houseTime.zone.value) }))
      .filter(b => b.points.length > 0),
  )
  return { coupons, problem, creams, curves }
}

/** How strong a bottle still is, and when to test it again. */
export function usePotency() {
  const studio = useStudioStore()
  return (lot: Lot, coupons: readonly Coupon[]) => potency(ratesOverAge(lot, coupons, studio.rules.timeZone), studio.rules)
}
