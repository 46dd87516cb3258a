/** The middle of these. @param values at least one */
export function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b)
  const half = sorted.length >> 1
  return sorted.length % 2 ? sorted[half]! : (sorted[half - 1]! + sorted[half]!) / 2
}

/** Share that an interval has to hold. */
const LEVEL = 0.95

/**
 * Where the median may lie, by the sign test: as many of the smallest and of the largest values are left out as 95 % allows. It takes
 * nothing for granted of how the values are spread. Source: Conover, Practical Nonparametric Statistics, 3rd ed., section 3.2.
 * @returns null under six values: no interval of them holds 95 %
 */
export function medianInterval(values: readonly number[]): [low: number, high: number] | null {
  const n = values.length
  const sorted = [...values].sort((a, b) => a - b)
  // Chance that at most `out` of n values lie below the median, summed up as binomials with a half.
  let term = 0.5 ** n
  let below = 0
  let out = 0
  while (2 * (below + term) <= 1 - LEVEL) {
    below += term
    term *= (n - out) / (out + 1)
    out++
  }
  return out === 0 ? null : [sorted[out - 1]!, sorted[n - out]!]
}
