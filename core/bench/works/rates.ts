/** Two-sided 95 %. */
const LEVEL = 0.95

/**
 * The number below which a share of a normal distribution lies (Acklam's rational approximation, relative error below 1.2e-9).
 * @param p between 0 and 1, both excluded
 */
export function normalQuantile(p: number): number {
  const a = [-39.69683028665376, 220.9460984245205, -275.9285104469687, 138.357751867269, -30.66479806614716, 2.506628277459239]
  const b = [-54.47609879822406, 161.5858368580409, -155.6989798598866, 66.80131188771972, -13.28068155288572, 1]
  const c = [-0.007784894002430293, -0.3223964580411365, -2.400758277161838, -2.549732539343734, 4.374664141464968, 2.938163982698783]
  const d = [0.007784695709041462, 0.3224671290700398, 2.445134137142996, 3.754408661907416, 1]
  const at = (coefficients: readonly number[], x: number) => coefficients.reduce((sum, k) => sum * x + k, 0)
  const TAIL = 0.02425
  if (p < TAIL) {
    const q = Math.sqrt(-2 * Math.log(p))
    return at(c, q) / at(d, q)
  }
  if (p > 1 - TAIL) return -normalQuantile(1 - p)
  const q = p - 0.5
  return (at(a, q * q) * q) / at(b, q * q)
}

/** z of a two-sided interval that holds for all of so many comparisons at once (Bonferroni). */
export const zFor = (comparisons = 1): number => normalQuantile(1 - (1 - LEVEL) / (2 * comparisons))

export type Interval = [low: number, high: number]

/**
 * Where a rate may lie that k of n showed (Wilson 1927; Newcombe, Statistics in Medicine 17, 1998, method 3). @param n at least 1
 */
export function wilson(k: number, n: number, z = zFor()): Interval {
  const [p, zz] = [k / n, z * z]
  const middle = (p + zz / (2 * n)) / (1 + zz / n)
  const half = (z * Math.sqrt((p * (1 - p)) / n + zz / (4 * n * n))) / (1 + zz / n)
  return [Math.max(0, middle - half), Math.min(1, middle + half)]
}

/** Where the difference of two rates may lie (Newcombe, Statistics in Medicine 17, 1998, method 10). */
export function difference(k1: number, n1: number, k2: number, n2: number, z = zFor()): Interval {
  const [p1, p2] = [k1 / n1, k2 / n2]
  const [[l1, u1], [l2, u2]] = [wilson(k1, n1, z), wilson(k2, n2, z)]
  return [p1 - p2 - Math.hypot(p1 - l1, u2 - p2), p1 - p2 + Math.hypot(u1 - p1, p2 - l2)]
}
