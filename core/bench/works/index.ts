import { studentT } from '../../plan/coupon'
import { difference, wilson, zFor } from './rates'
import type { Interval } from './rates'

export { difference, normalQuantile, wilson, zFor } from './rates'
export type { Interval } from './rates'

/** Judged pieces of one kind: on one substrate, from one bottle. */
export interface Tally {
  /** Id of the kind. */
  key: string
  runs: number
  pieces: number
  good: number
  usable: number
  scrap: number
  /** Hands-on work for one that came out good or usable, s, by runs. */
  work?: Spread
  /** How much lighter its frost is than clear glass, L*, by pieces that were measured. */
  contrast?: Spread
}

/** Several values of one thing: how many, their mean, and how far they scatter. */
export interface Spread {
  n: number
  mean: number
  /** Standard deviation; 0 for a single one. */
  deviation: number
}

/** Values below which a mean says nothing. */
export const LEAST_VALUES = 3

/** A mean with the interval that holds the true one 95 times in 100 (Student); null where there are too few to say. */
export function meanOf(spread: Spread | undefined): { mean: number, interval: Interval } | null {
  if (!spread || spread.n < LEAST_VALUES) return null
  const reach = (studentT(spread.n - 1) * spread.deviation) / Math.sqrt(spread.n)
  return { mean: spread.mean, interval: [spread.mean - reach, spread.mean + reach] }
}

/** Pieces below which a share says nothing. */
export const LEAST_PIECES = 8
/** Pieces of one run share a bottle, a coat and a pair of hands: fewer runs than this on either side prove nothing. */
const LEAST_RUNS = 3

export interface Rate extends Tally {
  /** Share that came out so; null where there are too few to say. */
  share: number | null
  interval: Interval | null
  /** Against all the others together, where that is more than chance. */
  verdict: 'better' | 'worse' | null
  /** The others together. */
  rest: { runs: number, pieces: number, good: number, scrap: number }
}

/** What is counted: what came out good, where more is better, or scrap, where more is worse. */
export type Counted = 'good' | 'scrap'

const sum = (of: readonly Tally[], key: 'runs' | 'pieces' | Counted) => of.reduce((total, t) => total + t[key], 0)

/**
 * How often each kind comes out good, or scrap. One is called better or worse than the rest only where the whole interval of the
 * difference says so, with as many comparisons in mind as there are kinds.
 */
export function ratesOf(tallies: readonly Tally[], counted: Counted = 'good'): Rate[] {
  const enough = tallies.filter(t => t.pieces >= LEAST_PIECES)
  const z = zFor(Math.max(1, enough.length))
  return tallies.map((t): Rate => {
    const others = tallies.filter(o => o !== t)
    const rest = {
      runs: sum(others, 'runs'),
      pieces: sum(others, 'pieces'),
      good: sum(others, 'good'),
      scrap: sum(others, 'scrap'),
    }
    if (t.pieces < LEAST_PIECES) return { ...t, share: null, interval: null, verdict: null, rest }
    const comparable = t.runs >= LEAST_RUNS && rest.runs >= LEAST_RUNS && rest.pieces >= LEAST_PIECES
    const [low, high] = comparable ? difference(t[counted], t.pieces, rest[counted], rest.pieces, z) : [-1, 1]
    const [more, less] = counted === 'good' ? (['better', 'worse'] as const) : (['worse', 'better'] as const)
    return {
      ...t,
      share: t[counted] / t.pieces,
      interval: wilson(t[counted], t.pieces),
      verdict: low > 0 ? more : high < 0 ? less : null,
      rest,
    }
  })
}
