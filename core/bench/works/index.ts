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
}

/** Pieces below which a share says nothing. */
export const LEAST_PIECES = 8
/** Pieces of one run share a bottle, a coat and a pair of hands: fewer runs than this on either side prove nothing. */
const LEAST_RUNS = 3

export interface Rate extends Tally {
  /** Share that came out good; null where there are too few to say. */
  share: number | null
  interval: Interval | null
  /** Against all the others together, where that is more than chance. */
  verdict: 'better' | 'worse' | null
  /** The others together. */
  rest: { runs: number, pieces: number, good: number }
}

const sum = (of: readonly Tally[], key: 'runs' | 'pieces' | 'good') => of.reduce((total, t) => total + t[key], 0)

/**
 * How often each kind comes out good. One is called better or worse than the rest only where the whole interval of the difference says
 * so, with as many comparisons in mind as there are kinds.
 */
export function ratesOf(tallies: readonly Tally[]): Rate[] {
  const enough = tallies.filter(t => t.pieces >= LEAST_PIECES)
  const z = zFor(Math.max(1, enough.length))
  return tallies.map((t): Rate => {
    const others = tallies.filter(o => o !== t)
    const rest = { runs: sum(others, 'runs'), pieces: sum(others, 'pieces'), good: sum(others, 'good') }
    if (t.pieces < LEAST_PIECES) return { ...t, share: null, interval: null, verdict: null, rest }
    const comparable = t.runs >= LEAST_RUNS && rest.runs >= LEAST_RUNS && rest.pieces >= LEAST_PIECES
    const [low, high] = comparable ? difference(t.good, t.pieces, rest.good, rest.pieces, z) : [-1, 1]
    return {
      ...t,
      share: t.good / t.pieces,
      interval: wilson(t.good, t.pieces),
      verdict: low > 0 ? 'better' : high < 0 ? 'worse' : null,
      rest,
    }
  })
}
