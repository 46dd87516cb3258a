import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { TZDate } from '@date-fns/tz'
import { format } from 'date-fns'
import {
  clockOfDay,
  dayAfter,
  dayIn,
  daysBetween,
  formatDay,
  formatIn,
  formatPlanTime,
  instantOf,
  isZone,
  lengthOfDay,
  planTime,
  steadySpan,
  takeSpan,
  timeIn,
  wallTime,
  zoneNames,
} from './index'

const at = (iso: string) => Date.parse(iso)
const H = 3600

describe('names', () => {
  it('are the platform\'s own', () => {
    expect(zoneNames()).toEqual(expect.arrayContaining(['UTC', 'Europe/Lisbon', 'Pacific/Auckland']))
    for (const name of zoneNames()) expect([name, isZone(name)]).toEqual([name, true])
  })
  it.each(['Europe/Nowhere', '+01:00', '', 'CEST or so', 'UTC+1'])('"%s" is none', name => expect(isZone(name)).toBe(false))
})

// Published: European Union Directive 2000/84/EC (summer time from the last Sunday in March to that in October, at 01:00 UTC).
describe('the nights of summer time in the European Union, 2026', () => {
  const zone = 'Europe/Berlin'
  it('in spring the day has 23 hours, in autumn 25', () => {
    expect(lengthOfDay(clockOfDay(zone, '2026-03-29'))).toBe(23 * H)
    expect(lengthOfDay(clockOfDay(zone, '2026-10-25'))).toBe(25 * H)
    expect(lengthOfDay(clockOfDay(zone, '2026-06-01'))).toBe(24 * H)
  })
  it('the day begins at local midnight and belongs to the next only after it', () => {
    expect(instantOf(zone, '2026-03-29')).toBe(at('2026-03-28T23:00Z'))
    expect(dayIn(zone, at('2026-03-29T21:59:59Z'))).toBe('2026-03-29')
    expect(dayIn(zone, at('2026-03-29T22:00Z'))).toBe('2026-03-30')
    expect(dayIn(zone, at('2026-10-25T22:59:59Z'))).toBe('2026-10-25')
  })
  it('work at 8:00 begins 7 h after midnight in spring, 9 h in autumn, and the plan writes 8:00 on both', () => {
    for (const [day, hours] of [
      ['2026-03-29', 7],
      ['2026-10-25', 9],
      ['2026-06-01', 8],
    ] as const) {
      const clock = clockOfDay(zone, day)
      expect(planTime(clock, 8 * H)).toBe(hours * H)
      expect(formatPlanTime(clock, hours * H)).toBe('8:00')
    }
  })
  it('the morning after a change is told right by the plan of the evening before', () => {
    const clock = clockOfDay(zone, '2026-03-28')
    expect(planTime(clock, 8 * H, 1)).toBe((24 + 7) * H)
    expect(formatPlanTime(clock, (24 + 7) * H)).toBe('8:00 next day')
    expect(formatPlanTime(clock, planTime(clock, 8.5 * H, 2))).toBe('8:30 in 2 days')
  })
  it('a dwell over the hour that comes twice is as long as it is, and both ends say 2:50 and 2:10', () => {
    const clock = clockOfDay(zone, '2026-10-25')
    const [from, to] = [planTime(clock, 2 * H + 50 * 60), planTime(clock, 2 * H + 50 * 60) + 1200]
    expect([formatPlanTime(clock, from), formatPlanTime(clock, to)]).toEqual(['2:50', '2:10'])
  })
  it('a time that is skipped is the hour later; of one that comes twice it is the first', () => {
    expect(formatIn(zone, instantOf(zone, '2026-03-29', 2.5 * H), 'HH:mm')).toBe('03:30')
    expect(instantOf(zone, '2026-10-25', 2.5 * H)).toBe(at('2026-10-25T00:30Z'))
  })
})

describe('elsewhere', () => {
  // Published: Energy Policy Act of 2005 (second Sunday in March, first in November, 2:00 local).
  it('New York', () => {
    expect(lengthOfDay(clockOfDay('America/New_York', '2026-03-08'))).toBe(23 * H)
    expect(lengthOfDay(clockOfDay('America/New_York', '2026-11-01'))).toBe(25 * H)
  })
  it('the day is another one than in UTC, ahead and behind', () => {
    expect(dayIn('Pacific/Auckland', at('2026-06-01T13:00Z'))).toBe('2026-06-02')
    expect(dayIn('Pacific/Honolulu', at('2026-06-01T09:00Z'))).toBe('2026-05-31')
  })
  it('Lord Howe changes by half an hour', () => {
    expect(lengthOfDay(clockOfDay('Australia/Lord_Howe', '2026-04-05'))).toBe(24.5 * H)
  })
  it('where clocks change at midnight itself, the day begins with its first instant', () => {
    // Time zone database: Egypt, last Friday in April at 0:00.
    const clock = clockOfDay('Africa/Cairo', '2026-04-24')
    expect(dayIn('Africa/Cairo', clock.midnight)).toBe('2026-04-24')
    expect(dayIn('Africa/Cairo', clock.midnight - 1)).toBe('2026-04-23')
    expect(lengthOfDay(clock)).toBe(23 * H)
  })
})

describe('against the platform\'s own calendar (ECMA-402)', () => {
  const zones = [
    'UTC',
    'Europe/Berlin',
    'America/St_Johns',
    'Pacific/Auckland',
    'Asia/Kathmandu',
    'Australia/Lord_Howe',
    'America/Santiago',
  ]
  const instant = fc.integer({ min: at('2020-01-01T00:00Z'), max: at('2037-12-31T00:00Z') })
  it('days and times are those that it writes', () =>
    fc.assert(
      fc.property(fc.constantFrom(...zones), instant, (zone, ms) => {
        const parts = new Intl.DateTimeFormat('sv', { timeZone: zone, dateStyle: 'short', timeStyle: 'medium' }).format(ms)
        const t = timeIn(zone, ms)
        const two = (n: number) => String(n).padStart(2, '0')
        const clock = [Math.floor(t / H), Math.floor(t / 60) % 60, t % 60].map(two).join(':')
        expect(`${dayIn(zone, ms)} ${clock}`).toBe(parts)
        expect(formatIn(zone, ms, 'yyyy-MM-dd HH:mm:ss')).toBe(parts)
      }),
      { numRuns: 300 },
    ))
  it('and lead back to the instant, but for the hour that comes twice', () =>
    fc.assert(
      fc.property(fc.constantFrom(...zones), instant, (zone, raw) => {
        const ms = Math.floor(raw / 1000) * 1000
        const back = instantOf(zone, dayIn(zone, ms), timeIn(zone, ms))
        expect([0, 0.5 * H * 1000, H * 1000]).toContain(ms - back)
        expect(timeIn(zone, back)).toBe(timeIn(zone, ms))
      }),
      { numRuns: 300 },
    ))
  it('a plan\'s time and the wall belong together', () =>
    fc.assert(
      fc.property(
        fc.constantFrom(...zones),
        instant,
        fc.integer({ min: 4 * H, max: 23 * H }),
        fc.integer({ min: 0, max: 4 }),
        (zone, ms, wall, days) => {
          const clock = clockOfDay(zone, dayIn(zone, ms))
          expect(wallTime(clock, planTime(clock, wall, days))).toEqual({ seconds: wall, days })
        },
      ),
      { numRuns: 200 },
    ))
})

describe('days', () => {
  it('are counted on the calendar, whatever the clocks do', () => {
    expect(dayAfter('2026-03-28')).toBe('2026-03-29')
    expect(dayAfter('2028-02-28', 2)).toBe('2028-03-01')
    expect(dayAfter('2026-01-01', -1)).toBe('2025-12-31')
    expect(daysBetween('2026-03-01', '2026-04-01')).toBe(31)
    expect(daysBetween('2026-10-26', '2026-10-25')).toBe(-1)
  })
  it('are written without a zone', () => expect(formatDay('2026-05-04', 'EEEE d MMMM yyyy')).toBe('Monday 4 May 2026'))
})

describe('a span in which no clocks change', () => {
  const moment = fc.integer({ min: at('1990-01-01T00:00Z'), max: at('2037-01-01T00:00Z') })
  const zone = fc.constantFrom('Europe/Berlin', 'Australia/Lord_Howe', 'America/St_Johns', 'Africa/Casablanca', 'Asia/Kathmandu', 'UTC')
  // Against a general-purpose library that asks the platform each time.
  const wall = (name: string, when: number) => format(new TZDate(when, name), 'yyyy-MM-dd HH:mm:ss')

  it('holds at every instant in it', () => {
    fc.assert(
      fc.property(zone, moment, fc.double({ min: 0, max: 1, noNaN: true }), (name, when, share) => {
        const span = steadySpan(name, when)
        if (span === null) return
        const inside = Math.round(span.from + share * (span.until - span.from))
        expect(new Date(inside + span.ahead).toISOString().slice(0, 19).replace('T', ' ')).toBe(wall(name, inside))
      }),
      { numRuns: 3000 },
    )
  })
  it('is none in the days around a change', () => {
    expect(steadySpan('Europe/Berlin', at('2026-03-28T12:00Z'))).toBeNull()
    expect(steadySpan('Europe/Berlin', at('2026-03-29T12:00Z'))).toBeNull()
    expect(steadySpan('Europe/Berlin', at('2026-03-30T12:00Z'))).toEqual({
      from: at('2026-03-29T12:00Z'),
      until: at('2026-03-31T12:00Z'),
      ahead: 2 * H * 1000,
    })
  })
  it('is taken from whoever looked it up, and beyond it the platform is asked', () => {
    // One that no platform has, so that it is seen which of them answers.
    const [from, until] = [at('2026-06-01T00:00Z'), at('2026-06-03T00:00Z')]
    takeSpan('Pacific/Apia', { from, until, ahead: 30 * 60 * 1000 })
    expect(formatIn('Pacific/Apia', from, 'd HH:mm')).toBe('1 00:30')
    expect(formatIn('Pacific/Apia', until, 'd HH:mm')).toBe('3 00:30')
    expect(formatIn('Pacific/Apia', until + 1, 'd HH:mm')).toBe('3 13:00')
    expect(dayIn('Pacific/Apia', from - 1)).toBe('2026-06-01')
  })
  it('times are written as the platform has them', () => {
    fc.assert(
      fc.property(zone, moment, (name, when) => {
        expect(formatIn(name, when, 'yyyy-MM-dd HH:mm:ss')).toBe(wall(name, when))
      }),
      { numRuns: 1000 },
    )
  })
})
