import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { DEFAULT_HOUSE_RULES, SCHOOL_TABLES } from '../../trade/house'
import { etchantKind, ETCHANT_KINDS, substrateKind, SUBSTRATES } from '../../trade/materials'
import { creepAt, decideDwell, dwellRemarkWords, dwellWords, lateness, reactionTime, spreadAdvice } from './index'
import type { DwellInput, DwellRemark } from './index'

const said = (remarks: readonly DwellRemark[]) => remarks.map(dwellRemarkWords).join()

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
  largestOpening: null,
  coatSeconds: 30,
  rules,
}
const window = (change: Partial<DwellInput> = {}) => decideDwell({ ...general, ...change }).window
const fast = { kind: etchantKind('fast-cream'), label: { min: 60, max: 180 } }

describe('the dwell window by school', () => {
  it('label: the maker\'s time is best, a quarter more is room to get to the sink', () => {
    expect(window()).toEqual({ notBefore: 300, best: 300, notAfter: 375, noHarm: 600 })
  })
  it('label: a label that gives a range is the window', () => {
    expect(window(fast)).toEqual({ notBefore: 60, best: 60, notAfter: 180, noHarm: 900 })
  })
  it('even frost: ten minutes of a general cream did no harm (common practice)', () => {
    expect(window({ school: 'even-frost' })).toEqual({ notBefore: 300, best: 450, notAfter: 600, noHarm: 600 })
  })
  it('even frost: two minutes of a fast cream beat one, five are the end (common practice)', () => {
    const even = window({ ...fast, school: 'even-frost' })
    expect(even!.best).toBe(120)
    expect(even!.notAfter).toBeCloseTo(300, -1)
  })
  it('even frost: a label of one minute reaches two and beyond, and old, cold or broad still pull (common practice)', () => {
    const minute = { ...fast, label: { min: 60, max: 60 }, school: 'even-frost' as const }
    const best = (change: Partial<DwellInput> = {}) => window({ ...minute, ...change })!.best
    expect(window(minute)).toEqual({ notBefore: 60, best: 120, notAfter: 180, noHarm: 300 })
    expect(best({ openDays: 150 })).toBe(138)
    expect(best({ temperature: 15 })).toBe(134)
    expect(best({ largestOpening: 4000 })).toBe(150)
  })
  it('long rest: a quarter of an hour, twenty minutes with slow products (common practice)', () => {
    expect(window({ school: 'long-rest' })).toEqual({ notBefore: 600, best: 900, notAfter: 1125, noHarm: 1125 })
    expect(window({ ...fast, school: 'long-rest' })!.best).toBe(900)
    const tile = { kind: etchantKind('tile-cream'), label: { min: 1200, max: 1200 } }
    expect(window({ ...tile, school: 'long-rest' })!.best).toBe(1200)
  })
  it('long rest: never on tempered glass or metal, and fine art is warned of', () => {
    const rest = { ...general, school: 'long-rest' as const }
    expect(said([decideDwell({ ...rest, substrate: substrateKind('tempered') }).refusal!])).toMatch(/never gets a long rest/)
    const ferric = decideDwell({ ...rest, kind: etchantKind('ferric-chloride'), label: { min: 900, max: 900 } })
    expect(said([ferric.refusal!])).toMatch(/Nobody gives/)
    expect(said(decideDwell({ ...rest, finest: 1 }).warnings)).toMatch(/for coarse art/)
    expect(said(decideDwell({ ...rest, finest: 4 }).warnings)).not.toMatch(/coarse/)
  })
  it('own coupons: the studio\'s best time, a fifth either side', () => {
    const own = { school: 'own-coupons' as const, coupon: { best: 400, creepRate: null } }
    expect(window(own)).toEqual({ notBefore: 320, best: 400, notAfter: 480, noHarm: 600 })
  })
  it('own coupons without a coupon: the label stands in, and it says so', () => {
    const decision = decideDwell({ ...general, school: 'own-coupons' })
    expect(decision.window!.best).toBe(300)
    expect(said(decision.warnings)).toMatch(/no coupon on this ware yet/)
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
    expect(said([decision.refusal!])).toMatch(/faster one/)
  })
  it('fine detail shortens it: longer undercuts (common practice)', () => {
    // A kind creeps 0.07 mm a side in its five minutes, and as the root of time: 0.09 mm a side 496 s after the first touch.
    const fine = decideDwell({ ...general, school: 'even-frost', finest: 0.36 })
    expect(fine.window!.notAfter).toBe(466)
    const finer = decideDwell({ ...general, school: 'even-frost', finest: 0.15 })
    expect(finer.window).toEqual({ notBefore: 300, best: 300, notAfter: 310, noHarm: 310 })
    expect(said(finer.warnings)).toMatch(/Wider detail keeps it; so does a faster cream/)
  })
  it('lettering with 1 mm strokes stands a quarter of an hour of any cream (common practice)', () => {
    for (const kind of ETCHANT_KINDS.filter(k => k.method === 'cream')) {
      const label = kind.usualLabel!
      expect(2 * creepAt({ kind, label, coupon: null }, 900)).toBeLessThanOrEqual(0.5)
      expect(creepAt({ kind, label, coupon: null }, label.min)).toBeCloseTo(kind.undercut.value, 9)
      expect(creepAt({ kind, label, coupon: null }, 36_000)).toBe(kind.creepMost.value)
    }
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
    expect(window({ largestOpening: 4000, coatSeconds: 20 })!.best).toBe(338)
    expect(said(decideDwell({ ...general, largestOpening: 4000 }).warnings)).toMatch(/brush marks/)
    // Many thin lines add up to a large area, and show no brush mark.
    expect(window({ openArea: 9000, largestOpening: 12 })!.best).toBe(300)
  })
  it('an old bottle without evidence is asked for a coupon first; one with it is not', () => {
    expect(said([decideDwell({ ...general, openDays: 180 }).couponFirst!])).toMatch(/6 months.*coupon first.*scrap jar/)
    expect(decideDwell({ ...general, openDays: 60 }).couponFirst).toBeNull()
    expect(decideDwell({ ...general, openDays: null }).couponFirst).toBeNull()
    expect(decideDwell({ ...general, openDays: 180, coupon: { best: 350, creepRate: null } }).couponFirst).toBeNull()
  })
})

describe('a time chosen for one job', () => {
  it('stands, and what lies outside the label is said', () => {
    const longer = decideDwell({ ...general, ownBest: 480, temperature: 10 })
    expect(longer.window).toEqual({ notBefore: 300, best: 480, notAfter: 600, noHarm: 600 })
    expect(said(longer.warnings)).toMatch(/label says 5\smin.*outside/)
    expect(window({ ownBest: 120 })).toEqual({ notBefore: 120, best: 120, notAfter: 375, noHarm: 600 })
    expect(decideDwell({ ...general, ownBest: 300 }).warnings).toEqual([])
  })
  it('never passes the cap of tempered glass', () => {
    expect(window({ ownBest: 900, substrate: substrateKind('tempered') })).toMatchObject({ best: 560, notAfter: 570, noHarm: 570 })
  })
})

describe('late, and harmful', () => {
  const at = (seconds: number, change: Partial<DwellInput> = {}) => lateness(window(change)!, seconds)
  it('a five-minute product left ten minutes by a phone call is late, not ruined (common practice)', () => {
    expect(at(299)).toBe('early')
    expect(at(375)).toBe('in window')
    expect(at(376)).toBe('late')
    expect(at(600)).toBe('late')
    expect(at(601)).toBe('harm')
  })
  it('ten seconds or a tenth after the best time is a reaction, also where a run froze a window of no width', () => {
    expect([reactionTime(60), reactionTime(150), reactionTime(900)]).toEqual([10, 15, 30])
    const none = { notBefore: 60, best: 60, notAfter: 60 }
    expect(lateness(none, 70)).toBe('in window')
    expect(lateness(none, 71)).toBe('late')
  })
  it('past the cap of tempered glass there is no such thing as only late', () => {
    const tempered = { substrate: substrateKind('tempered'), label: { min: 500, max: 500 } }
    expect(at(570, tempered)).toBe('in window')
    expect(at(571, tempered)).toBe('harm')
  })
  it('fine art comes to harm sooner than the product does', () =>
    expect(decideDwell({ ...general, school: 'even-frost', finest: 0.25 }).window!.noHarm).toBeLessThan(600))
  it('says of a kind only what this lot\'s own label agrees with', () => {
    const words = (label: { min: number, max: number }) =>
      decideDwell({ ...general, label, school: 'even-frost' }).reasons.map(r => dwellWords(r.why)).join(' ')
    expect(words({ min: 300, max: 300 })).toMatch(/ten did no harm/)
    expect(words({ min: 120, max: 120 })).not.toMatch(/Five minutes on the label|ten did no harm/)
  })
})

describe('coat spread', () => {
  const advice = (seconds: number, area: number) => spreadAdvice(seconds, { notBefore: 300, best: 300, notAfter: 400 }, rules, area)
  it('says nothing while the first part is at most half the window ahead', () => {
    expect(advice(50, 750)).toEqual([])
  })
  it('advises the one thing that is enough with least trouble', () => {
    // 60 s of strokes over 40 s of room: a wide tool covers it in 20 s.
    expect(said(advice(70, 750))).toMatch(/1\smin 10\ss.*A wider tool is enough\.$/)
    // 2000 cm² a minute is more than any tool covers: then two people, then sections, then smaller art.
    expect(said(advice(70, 60_000))).toMatch(/A second person is enough\.$/)
    expect(said(advice(150, 120_000))).toMatch(/Coat it in 4 sections, each with its own clock\.$/)
    expect(said(advice(600, 120_000))).toMatch(/Make the art smaller, or blast it\.$/)
  })
  it('never advises a faster and a slower cream at once', () => {
    for (const seconds of [70, 150, 600]) expect(said(advice(seconds, 60_000))).not.toMatch(/slower|faster/)
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
      fc.option(fc.integer({ min: 1, max: 100_000 })),
      fc.integer({ min: 1, max: 900 }),
      fc.option(fc.integer({ min: 10, max: 3000 })),
      (kind, substrate, school, min, more, coupon, finest, temperature, largestOpening, coatSeconds, ownBest) => {
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
          openArea: 900,
          largestOpening,
          coatSeconds,
          rules,
        })
        const bounds = ['notBefore', 'best', 'notAfter', ...(window ? ['noHarm'] : [])]
        for (const bound of bounds) expect(reasons.filter(r => r.bound === bound && r.binds), bound).toHaveLength(1)
        if (!window) {
          expect(refusal).toBeTruthy()
          return
        }
        expect(window.notBefore).toBeLessThanOrEqual(window.best)
        // Whoever waits for the best time has ten seconds left to react.
        expect(window.best).toBeLessThanOrEqual(window.notAfter - 10)
        expect(window.notAfter).toBeLessThanOrEqual(window.noHarm!)
        expect(window.noHarm).toBe(reasons.find(r => r.bound === 'noHarm' && r.binds)!.at)
        expect(window.notAfter).toBe(reasons.find(r => r.bound === 'notAfter' && r.binds)!.at)
        if (substrate.dwellCap) expect(window.notAfter + coatSeconds).toBeLessThanOrEqual(Math.max(substrate.dwellCap, coatSeconds) + 1)
        const best = reasons.filter(r => r.bound === 'best')
        expect(best.reduce((sum, r) => sum + r.pull, best[0]!.at)).toBeCloseTo(window.best, 6)
      },
    ),
  )
})
