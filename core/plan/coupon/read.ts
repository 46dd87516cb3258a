import { commonPractice } from '../../basics/source'
import type { Sourced } from '../../basics/source'
import { formatDuration } from '../../basics/units'
import { DEFAULT_HOUSE_RULES } from '../../trade/house'
import { beatsConstant, fitLine, fitRate, fitSaturation } from './fit'
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

/**
 * `compared`: two times were enough to choose between them; `scatter`: the marks make no curve; `creep`: even the shortest strip crept
 * more than the art allows.
 */
export type CouponVerdict = 'good' | 'compared' | 'too few' | 'flat' | 'scatter' | 'still rising' | 'creep'

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

/** The top of the scale: no frost is whiter than even and white. */
const MOST_FROST = 10

/**
 * Dwell times for a coupon, each the same factor longer than the one before, rounded to what a person can time, and far enough
 * apart for one pair of hands.
 * @param label s @param steps 2 to 8 @param apart s that stay between two strips
 * @returns s, from a quarter of the label to twice its time, or later where the strips need it
 */
export function couponTimes(label: { min: number, max: number }, steps: number, apart = 0): number[] {
  const [first, last] = [label.min / 4, label.max * 2]
  const round = (s: number) => (s < 60 ? Math.round(s / 5) * 5 : s < 600 ? Math.round(s / 10) * 10 : Math.round(s / 30) * 30)
  const times = Array.from({ length: steps }, (_, i) => Math.max(5, round(first * (last / first) ** (i / (steps - 1)))))
  return times.reduce<number[]>((kept, t) => {
    const least = kept.length === 0 ? 5 : kept.at(-1)! + apart
    return [...kept, t >= least ? t : Math.ceil(least / 5) * 5]
  }, [])
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

/** Marks that differ by less look alike. */
const ALIKE = 0.5

/** Two times side by side: which looked better, without a curve. @param steps by dwell, the shortest first */
function compared(steps: readonly CouponStep[]): CouponReading {
  const mean = (dwell: number) => {
    const marks = steps.filter(s => s.dwell === dwell).map(s => s.frost)
    return marks.reduce((a, b) => a + b, 0) / marks.length
  }
  const [short, long] = [steps[0]!.dwell, steps.at(-1)!.dwell]
  const gained = mean(long) - mean(short)
  if (Math.max(mean(long), mean(short)) < 1)
    return silent('flat', `Hardly any frost on either. Stir, warm, and try ${formatDuration(long * 2)}; old cream may be spent.`, long * 2)
  const best = gained >= ALIKE ? long : short
  const [better, worse] = [formatDuration(best), formatDuration(best === long ? short : long)]
  return {
    ...silent(
      'compared',
      Math.abs(gained) < ALIKE ? `They look alike: ${better} is enough.` : `${better} looked better than ${worse}.`,
      null,
    ),
    best,
    limitedBy: 'frost',
  }
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
  const dwells = new Set(sorted.map(s => s.dwell)).size
  if (dwells === 2) return compared(sorted)
  if (dwells < FEWEST_STEPS.value) {
    return silent(
      'too few',
      'Two different times are needed to compare, three for a curve. Etch another strip.',
      longest > 0 ? longest * 2 : null,
    )
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
  const points = sorted.map(s => ({ t: s.dwell, y: s.frost }))
  try {
    fit = fitSaturation(points)
    // A plateau above the scale is no plateau that anybody saw: the scale's own top is the most there is.
    if (fit.plateau > MOST_FROST) fit = fitRate(points, MOST_FROST)
  }
  catch {
    return silent('flat', 'No curve fits these readings. Look at the strips again, dry and over dark card.', null)
  }
  if (!beatsConstant(points, fit))
    return silent('scatter', 'These marks scatter too much for a curve. Look at the strips again, or etch more of them.', null)
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
  if (limit !== null && limit < sorted[0]!.dwell)
    return {
      ...silent(
        'creep',
        'Even the shortest strip crept farther than this art allows. Use wider detail, or a resist that holds better.',
        null,
        fit,
      ),
      creep,
    }
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
