import type { HouseRules } from '../../trade/house'
import type { SubstrateId } from '../../trade/materials'
import { fitLine } from './fit'

/** One coupon of one bottle, as far as its strength goes. */
export interface PotencyPoint {
  /** ms since 1970 */
  at: number
  /** Days the bottle had been open. */
  age: number
  /** 1/s */
  rate: number
}

/** Bottles are compared on plain glass: other ware frosts at another rate. */
const COMPARED_ON: SubstrateId = 'soda-lime'

/**
 * Of these coupons of one bottle the points that tell of its strength.
 * @param coupons at in ms since 1970, age in days, rate in 1/s or null where none was fitted
 */
export function potencyPoints(
  coupons: readonly { substrate: SubstrateId, at: number, age: number, rate: number | null }[],
): PotencyPoint[] {
  return coupons.flatMap(({ substrate, at, age, rate }) => (substrate === COMPARED_ON && rate !== null ? [{ at, age, rate }] : []))
}

export interface Potency {
  /** The newest rate over the first, 1 = as strong as at first; null with no coupon. */
  share: number | null
  /** Loss a day as a share of the first rate, by a straight line; null under two ages. */
  lossPerDay: number | null
  /** Day by which it should be tested again, ms since 1970; null with no coupon. */
  testBy: number | null
  /** In a sentence. */
  sentence: string
}

const DAY = 86_400_000
/** A bottle this much weaker than at first is tested before it is trusted again. */
const WEAK_SHARE = 0.7

/**
 * How one bottle's rate goes with its age, and when to test it again: after the house's days, sooner when the line
 * through its coupons falls below 70 % of the first rate by then.
 */
export function potency(points: readonly PotencyPoint[], rules: Pick<HouseRules, 'retestDays'>): Potency {
  if (points.length === 0) return { share: null, lossPerDay: null, testBy: null, sentence: 'No coupon yet: nobody knows how strong it is.' }
  const sorted = [...points].sort((a, b) => a.at - b.at)
  const [first, last] = [sorted[0]!, sorted.at(-1)!]
  const share = last.rate / first.rate
  const line = new Set(sorted.map(p => p.age)).size >= 2 ? fitLine(sorted.map(p => ({ t: p.age, y: p.rate / first.rate }))) : null
  const lossPerDay = line ? -line.slope : null
  let days = rules.retestDays
  if (lossPerDay !== null && lossPerDay > 0) days = Math.min(days, Math.max(1, (share - WEAK_SHARE) / lossPerDay))
  const testBy = last.at + Math.round(days) * DAY
  const trend
    = sorted.length < 2
      ? 'One coupon so far.'
      : share > 1.05
        ? `It etches ${Math.round((share - 1) * 100)} % faster than at first: stirred better, or warmer.`
        : share >= 0.95
          ? 'As strong as at first.'
          : `Its rate is down to ${Math.round(share * 100)} % of the first.`
  return { share, lossPerDay, testBy, sentence: trend }
}
