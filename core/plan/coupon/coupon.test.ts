import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { bandOf, couponTimes, fitLine, fitSaturation, frostAt, frostError, readCoupon, studentT } from './index'

const strip = (a: number, k: number, times: number[], creepPerSecond: number | null = null) =>
  times.map(dwell => ({ dwell, frost: a * (1 - Math.exp(-k * dwell)), creep: creepPerSecond === null ? null : creepPerSecond * dwell }))

describe('a frost curve', () => {
  it('finds the curve that made the readings', () => {
    fc.assert(
      fc.property(fc.double({ min: 2, max: 10, noNaN: true }), fc.double({ min: 0.2, max: 8, noNaN: true }), (a, shape) => {
        const k = shape / 600
        const fit = fitSaturation([60, 120, 240, 400, 600].map(t => ({ t, y: a * -Math.expm1(-k * t) })))
        expect(fit.plateau / a).toBeCloseTo(1, 6)
        expect(fit.rate / k).toBeCloseTo(1, 6)
      }),
    )
  })
  it('its own error is nothing at time nought and grows to that of the plateau', () => {
    const fit = fitSaturation([
      { t: 60, y: 3.1 },
      { t: 120, y: 5.2 },
      { t: 240, y: 7.1 },
      { t: 480, y: 8.2 },
      { t: 900, y: 8.1 },
    ])
    expect(frostError(fit, 0)).toBe(0)
    expect(frostError(fit, 1e5)).toBeCloseTo(fit.plateauError, 9)
    expect(frostAt(fit, 1e5)).toBeCloseTo(fit.plateau, 9)
    expect(fit.residuals).toHaveLength(5)
  })
  it('two times are not enough', () => {
    expect(() =>
      fitSaturation([
        { t: 1, y: 1 },
        { t: 1, y: 2 },
        { t: 2, y: 3 },
      ]),
    ).toThrow(/three different times/)
    expect(() =>
      fitLine([
        { t: 1, y: 1 },
        { t: 1, y: 2 },
      ]),
    ).toThrow(/two different times/)
  })
  it('a line through two points is that line', () => {
    expect(
      fitLine([
        { t: 10, y: 1 },
        { t: 30, y: 2 },
      ]),
    ).toEqual({ slope: 0.05, intercept: 0.5 })
  })
})

describe('reading a coupon', () => {
  const times = [60, 120, 240, 480, 900]
  it('best is the first time within 95 % of the plateau: ln 20 over k', () => {
    const reading = readCoupon(strip(8, 0.01, times))
    expect(reading).toMatchObject({ verdict: 'good', best: Math.round(Math.log(20) / 0.01), limitedBy: 'frost' })
    expect(reading.advice).toMatch(/4\smin 60\ss|5\smin/)
  })
  it('creep comes first when the art is fine', () => {
    const reading = readCoupon(strip(8, 0.01, times, 0.001), 0.4)
    expect(reading).toMatchObject({ best: 200, limitedBy: 'creep' })
    expect(readCoupon(strip(8, 0.01, times, 0.001), 4)).toMatchObject({ limitedBy: 'frost' })
  })
  it('too few, flat or still rising: it says so, and what to try next', () => {
    expect(readCoupon(strip(8, 0.01, [60]))).toMatchObject({ verdict: 'too few', best: null, tryNext: 120 })
    expect(readCoupon([])).toMatchObject({ verdict: 'too few', tryNext: null })
    expect(readCoupon(times.map(dwell => ({ dwell, frost: 8, creep: null })))).toMatchObject({ verdict: 'flat', tryNext: 30 })
    expect(readCoupon(times.map(dwell => ({ dwell, frost: 0.5, creep: null })))).toMatchObject({
      verdict: 'flat',
      tryNext: 1800,
      advice: expect.stringMatching(/spent/),
    })
    expect(readCoupon(strip(10, 0.0006, times))).toMatchObject({ verdict: 'still rising', tryNext: 1800 })
  })
  it('two times are enough to choose between them, without a curve', () => {
    const two = (a: number, b: number) =>
      readCoupon([
        { dwell: 60, frost: a, creep: null },
        { dwell: 120, frost: b, creep: null },
      ])
    expect(two(6, 8.5)).toMatchObject({
      verdict: 'compared',
      best: 120,
      fit: null,
      advice: expect.stringMatching(/2\smin looked better than 1\smin/),
    })
    expect(two(8, 6)).toMatchObject({ best: 60, advice: expect.stringMatching(/1\smin looked better/) })
    expect(two(8, 8.2)).toMatchObject({ best: 60, advice: expect.stringMatching(/alike: 1\smin is enough/) })
    expect(two(0, 0.5)).toMatchObject({ verdict: 'flat', best: null })
  })
  it('a plateau above the scale is bounded by it', () => {
    const { fit, verdict } = readCoupon(
      [
        [60, 2],
        [120, 4.1],
        [240, 7.9],
        [300, 9.4],
      ].map(([dwell, frost]) => ({ dwell: dwell!, frost: frost!, creep: null })),
    )
    expect(fit!.plateau).toBe(10)
    expect(verdict).toBe('still rising')
  })
  it('marks that go up and down are no curve', () =>
    expect(readCoupon([5, 9, 9, 5].map((frost, i) => ({ dwell: 60 * 2 ** i, frost, creep: null }))).verdict).toBe('scatter'))
  it('creep beyond the art on every strip is no best time of 0 s', () => {
    const reading = readCoupon(strip(8, 0.01, times, 0.01), 0.4)
    expect(reading).toMatchObject({ verdict: 'creep', best: null, advice: expect.stringMatching(/wider detail/) })
  })
  it('the order in which strips were written down does not matter', () => {
    expect(readCoupon(strip(8, 0.01, [...times].reverse())).best).toBe(readCoupon(strip(8, 0.01, times)).best)
  })
  it('never throws, whatever the eye saw', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            dwell: fc.integer({ min: 5, max: 3600 }),
            frost: fc.integer({ min: 0, max: 10 }),
            creep: fc.option(fc.double({ min: 0, max: 2, noNaN: true })),
          }),
          { maxLength: 8 },
        ),
        (steps) => {
          const reading = readCoupon(steps, 0.5)
          expect(reading.advice.length).toBeGreaterThan(10)
          expect(reading.best === null || (reading.best >= 0 && Number.isFinite(reading.best))).toBe(true)
        },
      ),
    )
  })
})

describe('what a fit may claim', () => {
  /** Normal deviates from a seeded generator (Box and Muller; the generator is Park and Miller's). */
  function deviates(seed: number) {
    let state = seed
    const uniform = () => (state = (state * 48_271) % 2_147_483_647) / 2_147_483_647
    return () => Math.sqrt(-2 * Math.log(uniform())) * Math.cos(2 * Math.PI * uniform())
  }
  it('pure noise is called good no more often than one time in twenty', () => {
    for (const strips of [4, 5, 6]) {
      const noise = deviates(7 + strips)
      let good = 0
      for (let i = 0; i < 400; i++) {
        const marks = Array.from({ length: strips }, (_, k) => ({
          dwell: 60 * 1.8 ** k,
          frost: Math.min(10, Math.max(0, 6 + 1.5 * noise())),
          creep: null,
        }))
        if (readCoupon(marks).verdict === 'good') good++
      }
      expect([strips, good / 400 <= 0.06]).toEqual([strips, true])
    }
  })
  it('the 95 % band covers the true curve about so often, with as few as three strips', () => {
    for (const strips of [3, 4, 5]) {
      const noise = deviates(11 + strips)
      let [covered, all] = [0, 0]
      for (let i = 0; i < 500; i++) {
        const points = Array.from({ length: strips }, (_, k) => {
          const t = 40 * 2 ** k
          return { t, y: 8 * -Math.expm1(-0.012 * t) + 0.25 * noise() }
        })
        const fit = fitSaturation(points)
        const at = 120
        all++
        if (Math.abs(frostAt(fit, at) - 8 * -Math.expm1(-0.012 * at)) <= bandOf(fit) * frostError(fit, at)) covered++
      }
      // 1.96 covers 68 to 75 % with three strips.
      expect([strips, covered / all > 0.9]).toEqual([strips, true])
    }
  })
  it('Student\'s t (NIST/SEMATECH e-Handbook 1.3.6.7.2)', () => {
    expect([1, 2, 5, 10].map(studentT)).toEqual([12.706, 4.303, 2.571, 2.228])
    expect(studentT(30)).toBeCloseTo(2.042, 1)
    expect(studentT(1000)).toBeCloseTo(1.96, 2)
  })
})

describe('times for a coupon', () => {
  it('go up by the same factor, from a quarter of the label to twice its time', () => {
    expect(couponTimes({ min: 300, max: 300 }, 4)).toEqual([80, 150, 300, 600])
    expect(couponTimes({ min: 60, max: 180 }, 5)).toEqual([15, 35, 70, 160, 360])
  })
  it('are always in order and can be timed by hand', () => {
    fc.assert(
      fc.property(fc.integer({ min: 30, max: 1800 }), fc.integer({ min: 3, max: 8 }), (label, n) => {
        const times = couponTimes({ min: label, max: label }, n)
        expect(times).toHaveLength(n)
        for (const [i, t] of times.entries()) expect(t % 5 === 0 && (i === 0 || t >= times[i - 1]!)).toBe(true)
      }),
    )
  })
})
