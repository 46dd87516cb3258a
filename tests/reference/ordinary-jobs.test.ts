import { describe, expect, it } from 'vitest'
import { planRecipe } from '../../core/plan/recipe'
import type { RecipeInput } from '../../core/plan/recipe'
import { coatSeconds } from '../../core/plan/coat'
import { DEFAULT_HOUSE_RULES } from '../../core/trade/house'
import { FOUR_TUMBLERS } from '../../core/bench/run/testing.test-support'

const cm2 = (area: number) => area * 100

// Common practice throughout: no table of this trade is published.
describe('how long a coat with brush or stick takes', () => {
  it.each([
    ['a monogram', 6, [10, 15]],
    ['a name on a tumbler', 9.5, [10, 20]],
    ['a whole wine-glass bowl', 150, [75, 110]],
    ['a large wine-glass bowl', 200, [90, 120]],
    ['a panel all round a bottle', 240, [115, 180]],
    ['a tempered panel of 15 by 15 cm', 225, [100, 180]],
  ] as const)('%s, %d cm²: %o s', (_, area, [least, most]) => {
    const seconds = coatSeconds(cm2(area), DEFAULT_HOUSE_RULES)
    expect(seconds).toBeGreaterThanOrEqual(least)
    expect(seconds).toBeLessThanOrEqual(most)
  })
})

describe('ordinary jobs raise no false alarms', () => {
  const plan = (change: Partial<RecipeInput>) => planRecipe({ ...FOUR_TUMBLERS, ...change })
  it('four tumblers with a name under a five-minute cream: no word of coating taking over half of the window', () =>
    expect(plan({}).warnings.filter(w => /its first part dwells/.test(w))).toEqual([]))
  it('a tempered panel of 225 cm² can be etched within its ten minutes', () => {
    const r = plan({
      pieces: 1,
      surface: 'flat',
      substrate: 'tempered',
      art: { width: 150, height: 150, openFraction: 1 },
      girth: 200,
      height: 200,
    })
    expect(r.refusals.filter(w => /must be rinsed by/.test(w))).toEqual([])
    expect(r.dwell.window!.notAfter).toBeGreaterThan(300)
  })
  it('a panel all round a bottle is advised nothing that nobody would do', () => {
    const r = plan({ pieces: 1, art: { width: 240, height: 100, openFraction: 1 } })
    const advice = r.warnings.filter(w => /its first part dwells/.test(w)).join()
    for (const [, n] of advice.matchAll(/(\d+) smaller sections/g)) expect(Number(n)).toBeLessThanOrEqual(4)
    for (const [, n] of advice.matchAll(/covers (\d+) cm² a minute/g)) expect(Number(n)).toBeLessThanOrEqual(400)
  })
})
