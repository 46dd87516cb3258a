import { tzOffset } from '@date-fns/tz'
// The one without names of zones: those are looked up while it is read.
import { UTCDateMini } from '@date-fns/utc/date/mini'
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

/** A while in which a zone's wall clock is ahead of UTC by the same, ms. @property from instant, included, as is the last one */
export interface SteadySpan {
  from: number
  until: number
  ahead: number
}

/** ms that the wall clock is ahead of UTC at an instant, by the platform's tables. */
const looked = (zone: string, at: number): number => Math.round(tzOffset(zone, new Date(at)) * 60) * 1000

/** The day before an instant and the day after it, where no clocks change in them. Clocks never change twice in two days. */
export function steadySpan(zone: string, at: number): SteadySpan | null {
  const [from, until] = [at - DAY_MS, at + DAY_MS]
  const ahead = looked(zone, at)
  return looked(zone, from) === ahead && looked(zone, until) === ahead ? { from, until, ahead } : null
}

const told = new Map<string, SteadySpan>()

/**
 * Takes a span that somebody else looked up. A browser that looks up anything of a zone for the first time loads its tables of languages
 * for it, which takes as long as drawing a first page.
 */
export const takeSpan = (zone: string, span: SteadySpan): void => void told.set(zone, span)

/** ms that the wall clock is ahead of UTC at an instant. */
function ahead(zone: string, at: number): number {
  const span = told.get(zone)
  return span && at >= span.from && at <= span.until ? span.ahead : looked(zone, at)
}

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

/** An instant in words of date-fns' patterns, as the wall shows it; what tells the zone itself is not for it. */
export const formatIn = (zone: string, at: number, pattern: string): string => format(new UTCDateMini(at + ahead(zone, at)), pattern)

/** A day in words of date-fns' patterns. */
export const formatDay = (day: string, pattern: string): string => format(new UTCDateMini(`${day}T12:00:00Z`), pattern)

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
