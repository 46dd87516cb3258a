import { commonPractice } from '../../basics/source'
import type { Sourced } from '../../basics/source'
import { formatDuration } from '../../basics/units'
import { DEFAULT_HOUSE_RULES } from '../../trade/house'
import { fitLine, fitSaturation } from './fit'
import type { LineFit, SaturationFit } from './fit'

/** One strip of a coupon as it was judged dry. */
export interface CouponStep {
  /** Dwell, s. */
  dwell: number
  /** Frost by eye, 0 (clear) to 10 (even and white). */
  frost: number
  /** Creep under the edge, mm; null when it was not measured. */
  creep: number | null
}

const FEWEST_STEPS: Sourced = { value: 3, source: commonPractice('a curve needs three readings') }

export type CouponVerdict = 'good' | 'too few' | 'flat' | 'still rising'

export interface CouponReading {
  verdict: CouponVerdict
  /** In a sentence, with what to do next. */
  advice: string
  fit: SaturationFit | null
  creep: LineFit | null
  /** s; null when the coupon can't say. */
  best: number | null
  /** What set the best time. */
  limitedBy: 'frost' | 'creep' | null
  /** The dwell worth trying next, s. */
  tryNext: number | null
}

/**
 * Dwell times for a coupon, each the same factor longer than the one before, rounded to what a person can time.
 * @param label s @param steps 3 to 8
 * @returns s, from a quarter of the label to twice its time
 */
export function couponTimes(label: { min: number, max: number }, steps: number): number[] {
  const [first, last] = [label.min / 4, label.max * 2]
  const round = (s: number) => (s < 60 ? Math.round(s / 5) * 5 : s < 600 ? Math.round(s / 10) * 10 : Math.round(s / 30) * 30)
  return Array.from({ length: steps }, (_, i) => Math.max(5, round(first * (last / first) ** (i / (steps - 1)))))
}

const silent = (verdict: CouponVerdict, advice: string, tryNext: number | null, fit: SaturationFit | null = null): CouponReading => ({
  verdict,
  advice,
  fit,
  creep: null,
  best: null,
  limitedBy: null,
  tryNext,
})

function creepLine(steps: readonly CouponStep[]): LineFit | null {
  const points = steps.flatMap(s => (s.creep === null ? [] : [{ t: s.dwell, y: s.creep }]))
  return new Set(points.map(p => p.t)).size >= 2 ? fitLine(points) : null
}

/** When creep from both sides eats half of the finest bridge, s; null when it never does. */
function creepLimit(line: LineFit | null, finestBridge: number | null): number | null {
  if (!line || finestBridge === null || line.slope <= 0) return null
  return Math.max(0, (finestBridge / 2 - line.intercept) / line.slope)
}

/**
 * What a coupon says of its bottle: the curve, and the best dwell.
 * @param finestBridge narrowest resist between openings in the art at hand, mm; null when it does not matter
 * @param plateauShare best is the first time within this share of the plateau; past it more time only undercuts
 */
export function readCoupon(
  steps: readonly CouponStep[],
  finestBridge: number | null = null,
  plateauShare: number = DEFAULT_HOUSE_RULES.plateauShare,
): CouponReading {
  const sorted = [...steps].sort((a, b) => a.dwell - b.dwell)
  const longest = sorted.at(-1)?.dwell ?? 0
  if (new Set(sorted.map(s => s.dwell)).size < FEWEST_STEPS.value) {
    return silent('too few', 'A curve needs three different times or more. Etch another strip.', longest > 0 ? longest * 2 : null)
  }
  const frost = sorted.map(s => s.frost)
  if (Math.max(...frost) - Math.min(...frost) < 1) {
    const shortest = sorted[0]!.dwell
    const white = Math.max(...frost) >= 5
    return silent(
      'flat',
      white
        ? `All strips look alike, so the frost was done before the first. Try ${formatDuration(shortest / 2)}.`
        : `Hardly any frost on any strip. Stir, warm, and try ${formatDuration(longest * 2)}; old cream may be spent.`,
      white ? shortest / 2 : longest * 2,
    )
  }
  let fit: SaturationFit
  try {
    fit = fitSaturation(sorted.map(s => ({ t: s.dwell, y: s.frost })))
  }
  catch {
    return silent('flat', 'No curve fits these readings. Look at the strips again, dry and over dark card.', null)
  }
  const saturated = -Math.log(1 - plateauShare) / fit.rate
  if (saturated > longest * 1.5)
    return silent(
      'still rising',
      `The frost still rises at ${formatDuration(longest)}. Etch a strip at ${formatDuration(longest * 2)}.`,
      longest * 2,
      fit,
    )
  const creep = creepLine(sorted)
  const limit = creepLimit(creep, finestBridge)
  const byCreep = limit !== null && limit < saturated
  const best = Math.round(byCreep ? limit : saturated)
  return {
    verdict: 'good',
    fit,
    creep,
    best,
    limitedBy: byCreep ? 'creep' : 'frost',
    tryNext: null,
    advice: byCreep
      ? `Best ${formatDuration(best)}: longer, and creep would eat the finest bridge.`
      : `Best ${formatDuration(best)}: the first time within ${Math.round(plateauShare * 100)} % of the plateau.`,
  }
}
