import fc from 'fast-check'
import { binomialDistribution, median as reference } from 'simple-statistics'
import { describe, expect, it } from 'vitest'
import { median, medianInterval } from './index'

const upTo = (n: number) => Array.from({ length: n }, (_, i) => i + 1)

describe('the median', () => {
  it('is that of a statistics package', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: -1e6, max: 1e6, noNaN: true }), { minLength: 1, maxLength: 40 }), (values) => {
        expect(median(values)).toBeCloseTo(reference(values), 6)
      }),
    )
  })
})

describe('its interval', () => {
  it('has the ranks of the published tables (Conover, Practical Nonparametric Statistics, 3rd ed., section 3.2; value from memory)', () => {
    for (const [n, low, high] of [[6, 1, 6], [8, 1, 8], [9, 2, 8], [10, 2, 9], [15, 4, 12], [20, 6, 15], [25, 8, 18]] as const)
      expect(medianInterval(upTo(n))).toEqual([low, high])
  })
  it('holds 95 %, and one value fewer at either end would not, by the binomials of a statistics package', () => {
    for (const n of upTo(60).slice(5)) {
      const chances = binomialDistribution(n, 0.5)!
      const below = (most: number) => upTo(most + 1).reduce((sum, k) => sum + (chances[k - 1] ?? 0), 0)
      const [low] = medianInterval(upTo(n))!
      expect(2 * below(low - 1)).toBeLessThanOrEqual(0.05)
      expect(2 * below(low)).toBeGreaterThan(0.05)
    }
  })
  it('is silent under six', () => {
    expect(medianInterval(upTo(5))).toBeNull()
    expect(medianInterval([])).toBeNull()
  })
  it('is not moved by one that is far off', () => {
    expect(medianInterval([1, 2, 3, 4, 5, 6, 7, 8, 1e9])).toEqual([2, 8])
  })
})
