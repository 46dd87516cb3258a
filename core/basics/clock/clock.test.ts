import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { betterOffset, jumped, offsetOf } from './index'

describe('server time from several exchanges', () => {
  it('is never farther from the truth than its bound, however the way there and back differ', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -1e9, max: 1e9 }),
        fc.array(fc.record({ there: fc.integer({ min: 0, max: 5000 }), back: fc.integer({ min: 0, max: 5000 }) }), {
          minLength: 1,
          maxLength: 8,
        }),
        (truth, ways) => {
          let [best, t] = [{ offset: 0, bound: Infinity }, 1000]
          for (const { there, back } of ways) {
            best = betterOffset(best, { sentAt: t, serverTime: truth + t + there, receivedAt: t + there + back })
            t += there + back + 10
          }
          expect(Math.abs(best.offset - truth)).toBeLessThanOrEqual(best.bound + 1e-6)
          expect(best.bound).toBe(Math.min(...ways.map(w => (w.there + w.back) / 2)))
        },
      ),
    )
  })
  it('one quick exchange is kept, a slow one after it changes nothing', () => {
    const quick = offsetOf({ sentAt: 0, serverTime: 5000, receivedAt: 20 })
    expect(quick).toEqual({ offset: 4990, bound: 10 })
    expect(betterOffset(quick, { sentAt: 100, serverTime: 9000, receivedAt: 4100 })).toBe(quick)
  })
})

describe('a device that slept or was set', () => {
  const at = { wall: 1e12, steady: 5000 }
  it('both clocks go on together: nothing happened, however long it took', () =>
    expect(jumped(at, { wall: 1e12 + 60_000, steady: 65_000 })).toBe(false))
  it('the wall clock was set by hours, either way', () => {
    expect(jumped(at, { wall: 1e12 + 3 * 3_600_000, steady: 5200 })).toBe(true)
    expect(jumped(at, { wall: 1e12 - 3_600_000, steady: 5200 })).toBe(true)
  })
  it('the monotonic clock stood still in sleep', () => expect(jumped(at, { wall: 1e12 + 600_000, steady: 5300 })).toBe(true))
})
