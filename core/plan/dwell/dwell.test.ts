import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { DEFAULT_HOUSE_RULES, SCHOOL_TABLES } from '../../trade/house'
import { etchantKind, ETCHANT_KINDS, substrateKind, SUBSTRATES } from '../../trade/materials'
import { decideDwell, dwellWords, spreadAdvice } from './index'
import type { DwellInput } from './index'

const rules = DEFAULT_HOUSE_RULES
const general: DwellInput = {
  kind: etchantKind('general-cream'),
  label: { min: 300, max: 300 },
  school: 'label',
  coupon: null,
  ownBest: null,
  substrate: substrateKind('soda-lime'),
  openDays: 20,
  temperature: null,
  finest: null,
  openArea: 945,
  coatSeconds: 30,
  rules,
}
const window = (change: Partial<DwellInput> = {}) => decideDwell({ ...general, ...change }).window
const fast = { kind: etchantKind('fast-cream'), label: { min: 60, max: 180 } }

describe('the dwell window by school', () => {
  it('label: the maker\'s time is best, a quarter more is room to get to the sink', () => {
    expect(window()).toEqual({ notBefore: 300, best: 300, notAfter: 375 })
  })
  it('label: a label that gives a range is the window', () => {
    expect(window(fast)).toEqual({ notBefore: 60, best: 60, notAfter: 180 })
  })
  it('even frost: ten minutes of a general cream did no harm (common practice)', () => {
    expect(window({ school: 'even-frost' })).toEqual({ notBefore: 300, best: 450, notAfter: 600 })
  })
  it('even frost: two minutes of a fast cream beat one, five are the end (common practice)', () => {
    const even = window({ ...fast, school: 'even-frost' })
    expect(even!.best).toBe(120)
    expect(even!.notAfter).toBeCloseTo(300, -1)
  })
  it('own coupons: the studio\'s best time, a fifth either side', () => {
    expect(window({ school: 'own-coupons', coupon: { best: 400, creepRate: null } })).toEqual({ notBefore: 320, best: 400, notAfter: 480 })
  })
  it('own coupons without a coupon: the label stands in, and it says so', () => {
    const decision = decideDwell({ ...general, school: 'own-coupons' })
    expect(decision.window!.best).toBe(300)
    expect(decision.warnings.join()).toMatch(/no coupon on this ware yet/)
  })
})

describe('what pulls on the window', () => {
  const reasonsOf = (change: Partial<DwellInput>) => decideDwell({ ...general, ...change }).reasons
  it('tempered glass is off ten minutes after the first touch, and the reason is shown', () => {
    const change = { substrate: substrateKind('tempered'), label: { min: 500, max: 500 } }
    expect(window(change)!.notAfter).toBe(570)
    const cap = reasonsOf(change).find(r => r.binds && r.bound === 'notAfter')!
    expect(dwellWords(cap.why)).toMatch(/10\smin from the first touch.*disputed/)
    expect(cap.why).toEqual({ code: 'cap', substrate: 'tempered', seconds: 600 })
  })
  it('a house may make that cap shorter', () => {
    expect(window({ substrate: substrateKind('tempered'), rules: { ...rules, temperedCap: 360 } })!.notAfter).toBe(330)
  })
  it('tempered glass under a twenty-minute cream is refused, with another way', () => {
    const decision = decideDwell({
      ...general,
      substrate: substrateKind('tempered'),
      kind: etchantKind('tile-cream'),
      label: { min: 1200, max: 1200 },
    })
    expect(decision.window).toBeNull()
    expect(decision.refusal).toMatch(/faster one/)
  })
  it('fine detail shortens it: longer undercuts (common practice)', () => {
    // A kind creeps 0.07 mm a side in its five minutes: half of a 0.4 mm line is eaten 429 s after the first touch.
    const fine = decideDwell({ ...general, school: 'even-frost', finest: 0.4 })
    expect(fine.window!.notAfter).toBe(399)
    const finer = decideDwell({ ...general, school: 'even-frost', finest: 0.15 })
    expect(finer.window).toEqual({ notBefore: 300, best: 300, notAfter: 300 })
    expect(finer.warnings.join()).toMatch(/faster cream, or wider detail/)
  })
  it('a coupon\'s own creep line comes before the usual one', () => {
    const own = decideDwell({ ...general, school: 'own-coupons', finest: 0.5, coupon: { best: 400, creepRate: 0.0002 } })
    expect(own.reasons.some(r => /your coupon/.test(dwellWords(r.why)))).toBe(true)
    expect(own.window!.notAfter).toBe(480)
  })
  it('a cold bench and an old bottle ask for longer, each with its pull', () => {
    const cold = reasonsOf({ temperature: 13 }).filter(r => r.bound === 'best')
    expect(cold.map(r => [r.at, r.pull])).toEqual([
      [300, 0],
      [360, 60],
    ])
    expect(dwellWords(cold[1]!.why)).toMatch(/13\s°C, under 18\s°C/)
    const old = reasonsOf({ school: 'even-frost', openDays: 120 }).filter(r => r.bound === 'best')
    expect(old.map(r => r.pull)).toEqual([0, 68])
    expect(reasonsOf({ temperature: 21 }).filter(r => r.bound === 'best')).toHaveLength(1)
  })
  it('a large open area goes half way to the end of the label\'s window', () => {
    expect(window({ openArea: 4000, coatSeconds: 20 })!.best).toBe(338)
    expect(decideDwell({ ...general, openArea: 4000 }).warnings.join()).toMatch(/brush marks/)
  })
  it('an old bottle without evidence is asked for a coupon first; one with it is not', () => {
    expect(decideDwell({ ...general, openDays: 180 }).couponFirst).toMatch(/6 months.*coupon first.*scrap jar/)
    expect(decideDwell({ ...general, openDays: 60 }).couponFirst).toBeNull()
    expect(decideDwell({ ...general, openDays: null }).couponFirst).toBeNull()
    expect(decideDwell({ ...general, openDays: 180, coupon: { best: 350, creepRate: null } }).couponFirst).toBeNull()
  })
})

describe('a time chosen for one job', () => {
  it('stands, and what lies outside the label is said', () => {
    const longer = decideDwell({ ...general, ownBest: 480, temperature: 10 })
    expect(longer.window).toEqual({ notBefore: 300, best: 480, notAfter: 600 })
    expect(longer.warnings.join()).toMatch(/label says 5\smin.*outside/)
    expect(window({ ownBest: 120 })).toEqual({ notBefore: 120, best: 120, notAfter: 375 })
    expect(decideDwell({ ...general, ownBest: 300 }).warnings).toEqual([])
  })
  it('never passes the cap of tempered glass', () => {
    expect(window({ ownBest: 900, substrate: substrateKind('tempered') })).toMatchObject({ best: 570, notAfter: 570 })
  })
})

describe('coat spread', () => {
  const advice = (seconds: number, area: number) => spreadAdvice(seconds, { notBefore: 300, best: 300, notAfter: 400 }, rules, area)
  it('says nothing while the first part is at most half the window ahead', () => {
    expect(advice(50, 750)).toEqual([])
  })
  it('says what helps: a second person, a wider tool, smaller sections, a slower cream', () => {
    // 90 s of strokes and 10 s of handling: with two people 55 s, still over the 50 s there is room for.
    expect(advice(100, 2000).join()).toMatch(
      /1\smin 40\ss.*second person shortens.*wider tool that covers 30 cm² a minute.*3 smaller sections.*slower cream/,
    )
    expect(advice(70, 1250).join()).toMatch(/second person halves/)
  })
  it('advises nothing that nobody would do: no tool as wide as a door, no art in a dozen parts', () => {
    const hopeless = advice(600, 120_000).join()
    expect(hopeless).not.toMatch(/wider tool|sections/)
    expect(hopeless).toMatch(/second person shortens.*slower cream/)
  })
})

it('every bound has exactly one binding reason, pulls add up, and the window is in order', () => {
  const creams = ETCHANT_KINDS.filter(k => k.method !== 'blast')
  fc.assert(
    fc.property(
      fc.constantFrom(...creams),
      fc.constantFrom(...SUBSTRATES),
      fc.constantFrom(...SCHOOL_TABLES.dwell.map(s => s.id)),
      fc.integer({ min: 10, max: 1800 }),
      fc.integer({ min: 0, max: 900 }),
      fc.option(
        fc.record({ best: fc.integer({ min: 10, max: 3000 }), creepRate: fc.option(fc.double({ min: 1e-5, max: 1e-2, noNaN: true })) }),
      ),
      fc.option(fc.double({ min: 0.05, max: 5, noNaN: true })),
      fc.option(fc.integer({ min: -5, max: 40 })),
      fc.integer({ min: 1, max: 100_000 }),
      fc.integer({ min: 1, max: 900 }),
      fc.option(fc.integer({ min: 10, max: 3000 })),
      (kind, substrate, school, min, more, coupon, finest, temperature, openArea, coatSeconds, ownBest) => {
        const { window, reasons, refusal } = decideDwell({
          kind,
          substrate,
          school,
          label: { min, max: min + more },
          coupon,
          ownBest,
          openDays: 120,
          temperature,
          finest,
          openArea,
          coatSeconds,
          rules,
        })
        for (const bound of ['notBefore', 'best', 'notAfter']) expect(reasons.filter(r => r.bound === bound && r.binds)).toHaveLength(1)
        if (!window) {
          expect(refusal).toBeTruthy()
          return
        }
        expect(window.notBefore).toBeLessThanOrEqual(window.best)
        expect(window.best).toBeLessThanOrEqual(window.notAfter)
        if (substrate.dwellCap) expect(window.notAfter + coatSeconds).toBeLessThanOrEqual(Math.max(substrate.dwellCap, coatSeconds) + 1)
        const best = reasons.filter(r => r.bound === 'best')
        expect(best.reduce((sum, r) => sum + r.pull, best[0]!.at)).toBeCloseTo(window.best, 6)
      },
    ),
  )
})
