import { describe, expect, it } from 'vitest'
import { ML_PER_TEASPOON } from '../units'
import { FOUR_TUMBLERS } from '../run/testing.test-support'
import { DEFAULT_HOUSE_RULES, planRecipe, stepList } from './index'
import type { RecipeInput } from './index'
import { etchantKind, resistKind } from '../materials'

const recipe = (change: Partial<RecipeInput> = {}) => planRecipe({ ...FOUR_TUMBLERS, ...change })

describe('four tumblers under a general cream', () => {
  it('gives every figure of the recipe', () => {
    const { figures, refusals, plan } = recipe()
    expect(refusals).toEqual([])
    expect(plan).toMatchObject({ pieces: 4, noun: 'tumbler', dwell: { notBefore: 300, best: 300, notAfter: 375 }, after: 'recover' })
    expect(figures.diameter.value).toBeCloseTo(76.8, 1)
    expect(figures.cutWidth.value).toBeCloseTo(60 + 25.4 + 6.35, 9)
    expect(figures.cutHeight.value).toBeCloseTo(45 + 25.4 + 6.35, 9)
    expect(figures.cream.value / ML_PER_TEASPOON).toBeGreaterThan(0.4)
    expect(figures.cream.value / ML_PER_TEASPOON).toBeLessThan(1)
    expect(figures.time.value).toBeGreaterThan(figures.time.inputs[1]!.value)
    expect(figures.cost.value).toBeGreaterThan(0)
  })
  it('every figure opens: inputs with sources, a formula, a source', () => {
    for (const figure of Object.values(recipe().figures)) {
      expect(figure.formula.length).toBeGreaterThan(5)
      expect(figure.inputs.length).toBeGreaterThan(0)
      for (const input of figure.inputs) expect(input.source.basis).toBeTruthy()
    }
  })
  it('the cost is its parts added up', () => {
    const { cost } = recipe().figures
    const [cream, price, area, resistPrice, consumables, handsOn, hourly] = cost.inputs.map(i => i.value) as [number, number, number, number, number, number, number]
    expect(cost.value).toBeCloseTo(cream * price + area / 1e6 * resistPrice + consumables + handsOn / 3600 * hourly, 9)
  })
})

describe('what cannot be', () => {
  it.each([
    [{ art: { width: 60, height: 140, openFraction: 0.3 } }, /taller than the piece/],
    [{ art: { width: 300, height: 45, openFraction: 0.3 } }, /wider than the way round/],
    [{ art: { width: 60, height: 45, openFraction: 0 } }, /Nothing is open/],
    [{ substrate: 'tempered-glass' as const, bottle: { ...FOUR_TUMBLERS.bottle, kind: 'tile-cream' as const, label: { min: 1200, max: 1200 } } }, /faster cream/],
  ])('is refused with what to do', (change, message) => {
    const result = recipe(change)
    expect(result.refusals.join()).toMatch(message)
    expect(result.plan).toBeNull()
  })
  it.each([
    [{ art: { width: 60, height: 90, openFraction: 0.3 } }, /over the rim/],
    [{ art: { width: 220, height: 45, openFraction: 0.3 } }, /overlap/],
    [{ bottle: { ...FOUR_TUMBLERS.bottle, left: 2 } }, /may not hold enough/],
    [{ bottle: { ...FOUR_TUMBLERS.bottle, reusable: false } }, /wiped off, not scraped/],
    [{ art: { width: 60, height: 45, openFraction: 0.8 } }, /brush marks/],
  ])('is warned of and goes on', (change, message) => {
    const result = recipe(change)
    expect(result.warnings.join()).toMatch(message)
    expect(result.plan).not.toBeNull()
  })
  it('a cream that is not for reuse is wiped, whatever the house does', () => {
    expect(recipe({ bottle: { ...FOUR_TUMBLERS.bottle, reusable: false } }).plan!.after).toBe('wipe')
  })
})

describe('the step list', () => {
  const context = {
    pieces: 4, noun: 'tumbler', kind: etchantKind('general-cream'), resist: resistKind('vinyl'), after: 'recover' as const, dwell: { notBefore: 300, best: 300, notAfter: 375 },
    cream: 3.4, bicarbonate: 15, coatSeconds: 58, offSeconds: 60, reusable: true,
  }
  it('starts with the safety gate and ends with the look, whatever the rules', () => {
    for (const resist of ['vinyl', 'contact-paper']) {
      for (const after of ['recover', 'wipe'] as const) {
        const steps = stepList({ ...context, resist: resistKind(resist), after })
        expect(steps.map(s => s.id)).toEqual(['safety', 'clean', 'resist', 'mask', 'stir', 'etch', 'measure', 'peel', 'neutralise', 'second-wash', 'dry', 'wash-up', 'look'])
        expect(steps[0]!.items!.map(i => i.id)).toEqual(['gloves', 'eyes', 'air', 'surface', 'away', 'label', 'numbers'])
      }
    }
  })
  it('contact paper is cut on the piece, vinyl weeded on its backing', () => {
    expect(stepList({ ...context, resist: resistKind('contact-paper') })[2]!.reason).toMatch(/Cut on the piece.*small parts first/)
    expect(stepList(context)[2]!.reason).toMatch(/Weeded on its backing/)
  })
  it('every step says why and what good looks like', () => {
    for (const step of stepList(context)) expect([step.reason.length > 15, step.good.length > 5, step.seconds > 0]).toEqual([true, true, true])
  })
  it('names one piece in the singular', () => {
    expect(stepList({ ...context, pieces: 1 })[1]!.title).toBe('Clean and dry the tumbler')
  })
})

it('a studio starts with the half-inch border of common practice', () => {
  expect(DEFAULT_HOUSE_RULES.stencil.border).toBe(12.7)
})
