import { dayAfter, dayIn } from '../../core/basics/zone'

/**
 * Where the tests' studio is: wherever it is ten in the morning now. What happens "today" is then tested in the middle of a working
 * day at whatever hour the tests run, and the day is often another one than that of the machine and of the browser.
 */
function whereItIsTen(): string {
  const ahead = 10 - new Date().getUTCHours()
  const hours = ahead < -12 ? ahead + 24 : ahead
  // In these names west is positive.
  return hours === 0 ? 'Etc/GMT' : `Etc/GMT${hours > 0 ? '-' : '+'}${Math.abs(hours)}`
}

/** Chosen once for all processes of a run of the tests, which may go past the hour. */
export const HOUSE_ZONE = (process.env.CREST_TEST_ZONE ??= whereItIsTen())

/** The studio's day, so many days from now. */
export const houseDay = (days = 0): string => dayAfter(dayIn(HOUSE_ZONE, Date.now()), days)
