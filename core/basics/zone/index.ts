import { TZDate, tzOffset } from '@date-fns/tz'
import { format } from 'date-fns'
import { formatTimeOfDay } from '../units'

/**
 * Days and times of day where the studio is. A zone is a name of the IANA database as the platform knows it (`Europe/Lisbon`), a
 * day is `2030-06-01`, an instant is ms since 1970.
 */

const DAY_MS = 86_400_000

/** All names the platform lists, with UTC, which not every platform does. */
export const zoneNames = (): string[] => [...new Set([...Intl.supportedValuesOf('timeZone'), 'UTC'])].sort()

/** Whether the platform knows a zone by this name; a mere offset (`+01:00`) is none, for it has no summer time. */
export function isZone(name: string): boolean {
  if (!/^[A-Z]/i.test(name)) return false
  try {
    return new Intl.DateTimeFormat('en', { timeZone: name }).resolvedOptions().timeZone !== ''
  }
  catch {
    return false
  }
}

/** ms that the wall clock is ahead of UTC at an instant. */
const ahead = (zone: string, at: number): number => Math.round(tzOffset(zone, new Date(at)) * 60) * 1000

/** The day on the wall at an instant. */
export const dayIn = (zone: string, at: number): string => new Date(at + ahead(zone, at)).toISOString().slice(0, 10)

/** The time on the wall at an instant, s from 0:00. */
export const timeIn = (zone: string, at: number): number => Math.floor(((((at + ahead(zone, at)) % DAY_MS) + DAY_MS) % DAY_MS) / 1000)

/**
 * When the wall shows a time. One that is skipped when the clocks go forward is as much later; of one that comes twice when they
 * go back it is the first.
 * @param seconds from 0:00 on the wall; beyond 24 h on the days after
 */
export function instantOf(zone: string, day: string, seconds = 0): number {
  const wall = Date.parse(`${day}T00:00:00Z`) + seconds * 1000
  // Clocks change by less than a day, and never twice in two.
  const [before, after] = [wall - ahead(zone, wall - DAY_MS), wall - ahead(zone, wall + DAY_MS)]
  const shown = [before, after].filter(at => at + ahead(zone, at) === wall)
  return shown.length > 0 ? Math.min(...shown) : before
}

/** @returns the day so many days after */
export const dayAfter = (day: string, days = 1): string =>
  new Date(Date.parse(`${day}T00:00:00Z`) + days * DAY_MS).toISOString().slice(0, 10)

/** Days from one day to another; negative when that is before. */
export const daysBetween = (from: string, to: string): number => Math.round((Date.parse(to) - Date.parse(from)) / DAY_MS)

/** An instant in words of date-fns' patterns, as the wall shows it. */
export const formatIn = (zone: string, at: number, pattern: string): string => format(new TZDate(at, zone), pattern)

/** A day in words of date-fns' patterns. */
export const formatDay = (day: string, pattern: string): string => format(new TZDate(`${day}T12:00:00Z`, 'UTC'), pattern)

/**
 * What a day's plan counts in: s that have gone by since the studio's midnight, so that a dwell is as long as it is on every night of
 * the year. On the two days on which the clocks change that is not what the wall shows.
 */
export interface DayClock {
  zone: string
  /** When the day begins, ms since 1970. */
  midnight: number
}

/** @param day `2030-06-01` */
export const clockOfDay = (zone: string, day: string): DayClock => ({ zone, midnight: instantOf(zone, day) })

/** When the wall shows a time, s since midnight. @param wall s from 0:00 @param days after the clock's own */
export const planTime = ({ zone, midnight }: DayClock, wall: number, days = 0): number =>
  (instantOf(zone, dayAfter(dayIn(zone, midnight), days), wall) - midnight) / 1000

/** How long the day is, s: 23, 24 or 25 h. */
export const lengthOfDay = (clock: DayClock): number => planTime(clock, 0, 1)

/** What the wall shows. @param seconds since midnight @returns s from 0:00, and how many days later that is */
export function wallTime({ zone, midnight }: DayClock, seconds: number): { seconds: number, days: number } {
  const at = midnight + seconds * 1000
  return { seconds: timeIn(zone, at), days: daysBetween(dayIn(zone, midnight), dayIn(zone, at)) }
}

/** A time in a plan that may run past midnight: "8:50", "8:50 next day", "8:50 in 2 days". @param seconds since midnight */
export function formatPlanTime(clock: DayClock, seconds: number): string {
  const wall = wallTime(clock, seconds)
  const time = formatTimeOfDay(wall.seconds)
  if (wall.days === 0) return time
  return wall.days === 1 ? `${time} next day` : `${time} in ${wall.days} days`
}
