import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { etchantKind, ETCHANT_KINDS, substrateKind, SUBSTRATES } from '../materials'
import { decideDwell, DWELL_SCHOOLS } from './index'
import type { DwellInput } from './index'

const general: DwellInput = {
  kind: etchantKind('general-cream'), label: { min: 300, max: 300 }, school: 'label', couponBest: null, substrate: substrateKind('bare-glass'), openDays: 20, coatSeconds: 30,
}

describe('the dwell window', () => {
  it('label school: the maker\'s time is best, a quarter more is room to get to the sink', () => {
    expect(decideDwell(general).window).toEqual({ notBefore: 300, best: 300, notAfter: 375 })
  })
  it('label school: a label that gives a range is the window', () => {
    expect(decideDwell({ ...general, kind: etchantKind('fast-cream'), label: { min: 60, max: 180 } }).window).toEqual({ notBefore: 60, best: 60, notAfter: 180 })
  })
  it('even frost: ten minutes of a general cream did no harm (common practice)', () => {
    expect(decideDwell({ ...general, school: 'even-frost' }).window).toEqual({ notBefore: 300, best: 450, notAfter: 600 })
  })
  it('even frost: two minutes of a fast cream beat one, five are the end (common practice)', () => {
    const { window } = decideDwell({ ...general, kind: etchantKind('fast-cream'), label: { min: 60, max: 180 }, school: 'even-frost' })
    expect(window!.best).toBe(120)
    expect(window!.notAfter).toBeCloseTo(300, -1)
  })
  it('own coupons: the studio\'s best time, a fifth either side', () => {
    expect(decideDwell({ ...general, school: 'own-coupons', couponBest: 400 }).window).toEqual({ notBefore: 320, best: 400, notAfter: 480 })
  })
  it('own coupons without a coupon: the label stands in, and it says so', () => {
    const decision = decideDwell({ ...general, school: 'own-coupons' })
    expect(decision.window!.best).toBe(300)
    expect(decision.warnings.join()).toMatch(/no coupon yet/)
  })
  it('tempered glass stops at ten minutes, and the reason is shown', () => {
    const decision = decideDwell({ ...general, substrate: substrateKind('tempered-glass'), kind: etchantKind('general-cream'), label: { min: 500, max: 500 } })
    expect(decision.window!.notAfter).toBe(600)
    expect(decision.reasons.find(r => r.binds && r.bound === 'notAfter')!.text).toMatch(/disputed/)
  })
  it('tempered glass under a twenty-minute cream is refused, with another way', () => {
    const decision = decideDwell({ ...general, substrate: substrateKind('tempered-glass'), kind: etchantKind('tile-cream'), label: { min: 1200, max: 1200 } })
    expect(decision.window).toBeNull()
    expect(decision.refusal).toMatch(/faster cream/)
  })
  it('cream open for half a year asks for a scrap jar first', () => {
    expect(decideDwell({ ...general, openDays: 180 }).warnings.join()).toMatch(/6 months.*scrap jar/)
    expect(decideDwell({ ...general, openDays: 60 }).warnings).toEqual([])
    expect(decideDwell({ ...general, openDays: null }).warnings).toEqual([])
  })
  it('a coat slower than half the window is warned of', () => {
    expect(decideDwell({ ...general, coatSeconds: 60 }).warnings.join()).toMatch(/second person/)
  })
  it('every bound has exactly one binding reason, and the window is in order', () => {
    fc.assert(fc.property(
      fc.constantFrom(...ETCHANT_KINDS), fc.constantFrom(...SUBSTRATES), fc.constantFrom(...DWELL_SCHOOLS), fc.integer({ min: 10, max: 1800 }), fc.integer({ min: 0, max: 900 }), fc.option(fc.integer({ min: 10, max: 3000 })),
      (kind, substrate, school, min, more, couponBest) => {
        const { window, reasons, refusal } = decideDwell({ kind, substrate, school, label: { min, max: min + more }, couponBest, openDays: 5, coatSeconds: 30 })
        for (const bound of ['notBefore', 'best', 'notAfter']) expect(reasons.filter(r => r.bound === bound && r.binds)).toHaveLength(1)
        if (window) {
          expect(window.notBefore).toBeLessThanOrEqual(window.best)
          expect(window.best).toBeLessThanOrEqual(window.notAfter)
          if (substrate.dwellCap) expect(window.notAfter).toBeLessThanOrEqual(substrate.dwellCap)
        }
        else { expect(refusal).toBeTruthy() }
      },
    ))
  })
})
