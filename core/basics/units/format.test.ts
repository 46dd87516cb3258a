import { describe, expect, it } from 'vitest'
import * as u from './index'

describe('writing numbers the way a bench reads them', () => {
  const plain = (s: string) => s.replace(/\u00a0/g, ' ')
  it('lengths', () => {
    expect(plain(u.formatLength(241.3, 'in'))).toBe('9 1/2 in')
    expect(plain(u.formatLength(234.95, 'in'))).toBe('9 1/4 in')
    expect(plain(u.formatLength(9.525, 'in'))).toBe('3/8 in')
    // Small ones are read truly: a sixteenth is 1.6 mm, and 0.44 mm is not nothing.
    expect([0.44, 0.8, 1, 1.2, 2, 3.2].map(mm => plain(u.formatLength(mm, 'in')))).toEqual(
      ['0.017 in', '1/32 in', '0.039 in', '3/64 in', '5/64 in', '1/8 in'],
    )
    expect(plain(u.formatLength(0.44, 'mm'))).toBe('0.44 mm')
    expect(plain(u.formatLength(76.81, 'mm'))).toBe('76.8 mm')
    expect(plain(u.formatLength(241.3, 'mm'))).toBe('241 mm')
  })
  it('spoons round up to an eighth, so that the cream reaches', () => {
    expect(plain(u.formatVolume(1.2322, 'tsp'))).toBe('1/4 tsp')
    expect(plain(u.formatVolume(1.3, 'tsp'))).toBe('3/8 tsp')
    expect(plain(u.formatVolume(2.46, 'tsp'))).toBe('1/2 tsp')
    expect(plain(u.formatVolume(0.44))).toBe('0.4 mL')
    expect(plain(u.formatVolume(1500))).toBe('1.5 L')
  })
  it('several of a thing', () => {
    expect([
      u.countOf(4, 'tumbler'),
      u.countOf(1, 'tumbler'),
      u.countOf(2, 'wine glass'),
      u.countOf(3, 'dish'),
      u.countOf(2, 'tray'),
      u.countOf(2, 'lily'),
    ]).toEqual(['4 tumblers', '1 tumbler', '2 wine glasses', '3 dishes', '2 trays', '2 lilies'])
    expect(u.capital('lamp chimney')).toBe('Lamp chimney')
  })
  it('times and clocks', () => {
    expect(plain(u.formatDuration(45))).toBe('45 s')
    expect(plain(u.formatDuration(150))).toBe('2 min 30 s')
    expect(plain(u.formatDuration(3599))).toBe('59 min 59 s')
    expect(plain(u.formatDuration(4800))).toBe('1 h 20 min')
    expect(u.formatClock(247)).toBe('4:07')
    expect(u.formatClock(3750)).toBe('1:02:30')
    expect(u.formatClock(-61)).toBe('−1:01')
    expect(u.formatClock(-0.4)).toBe('0:00')
  })
  it('shares, areas, money, weights', () => {
    expect(plain(u.formatFraction(0.35))).toBe('35 %')
    expect(plain(u.formatArea(945))).toBe('9.5 cm²')
    expect(plain(u.formatArea(42))).toBe('42 mm²')
    expect(plain(u.formatMoney(18.5, 'EUR'))).toBe('18.50 EUR')
    expect(plain(u.formatMass(14.96))).toBe('15 g')
    expect(u.formatNumber(-0.001, 2)).toBe('0')
  })
})

describe('an axis of durations', () => {
  it('ends at a tick, and has room for their words', () => {
    expect(u.durationTicks(66)).toEqual({ step: 10, end: 70 })
    expect(u.durationTicks(330)).toEqual({ step: 60, end: 360 })
    expect(u.durationTicks(20 * 60)).toEqual({ step: 300, end: 1200 })
    expect(u.durationTicks(0)).toEqual({ step: 10, end: 10 })
    for (const longest of [61, 700, 5000, 90_000, 900_000]) {
      const { step, end } = u.durationTicks(longest)
      expect(end % step).toBe(0)
      expect(end).toBeGreaterThanOrEqual(longest)
      expect(end / step).toBeLessThanOrEqual(10)
    }
  })
})
