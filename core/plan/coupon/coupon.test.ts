import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { couponTimes, fitLine, fitSaturation, frostAt, frostError, readCoupon } from './index'

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
    expect(readCoupon(strip(8, 0.01, [60, 120]))).toMatchObject({ verdict: 'too few', best: null, tryNext: 240 })
    expect(readCoupon([])).toMatchObject({ verdict: 'too few', tryNext: null })
    expect(readCoupon(times.map(dwell => ({ dwell, frost: 8, creep: null })))).toMatchObject({ verdict: 'flat', tryNext: 30 })
    expect(readCoupon(times.map(dwell => ({ dwell, frost: 0.5, creep: null })))).toMatchObject({
      verdict: 'flat',
      tryNext: 1800,
      advice: expect.stringMatching(/spent/),
    })
    expect(readCoupon(strip(10, 0.0006, times))).toMatchObject({ verdict: 'still rising', tryNext: 1800 })
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
