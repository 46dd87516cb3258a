import type { DwellWindow } from '../dwell'
import { countOf, formatDuration } from '../../basics/units'

/** Hands-on times of one piece, s. */
export interface HandTimes {
  /** First touch to last part covered. */
  coat: number
  /** Off and rinse. */
  off: number
}

/** How many, and what stands in the way of one more. */
export interface Ahead {
  count: number
  /**
   * `due`: the first comes off before one more is coated; `rinse`: rinsing is slower than coating, and the last would run past its
   * window; `places`: the bench is full.
   */
  binds: 'due' | 'rinse' | 'places'
}

/**
 * How many equal pieces one pair of hands can coat before the first must come off. Two things bind: the next coat
 * must end before the first is due, and when rinsing is slower than coating the last one must not run past its window.
 * @param places pieces that the bench holds
 */
export function aheadOf(window: DwellWindow, hands: HandTimes, places = Infinity): Ahead {
  const byDue = 1 + Math.floor(window.best / hands.coat)
  const slip = hands.off - hands.coat
  const byWindow = slip <= 0 ? Infinity : 1 + Math.floor((window.notAfter - window.best) / slip)
  const count = Math.max(1, Math.min(byDue, byWindow, places))
  return { count, binds: count === places ? 'places' : byWindow < byDue ? 'rinse' : 'due' }
}

/** @returns at least 1 */
export const coatAhead = (window: DwellWindow, hands: HandTimes): number => aheadOf(window, hands).count

/**
 * "How many can I coat before I must rinse the first?", answered in one line.
 * @param pieces that there are at all
 * @param places that the bench holds
 */
export function aheadSentence(window: DwellWindow, hands: HandTimes, noun: string, { pieces = Infinity, places = Infinity } = {}): string {
  const { count, binds } = aheadOf(window, hands, places)
  if (count >= pieces) return `One pair of hands can coat all ${countOf(pieces, noun)} before the first has to come off.`
  const why = {
    due: `one more would be covered ${formatDuration(Math.ceil((count + 1) * hands.coat - hands.coat - window.best))} after the first is `
      + `due`,
    rinse: `rinsing takes ${formatDuration(hands.off - hands.coat)} longer than coating, and the last would run past its window`,
    places: 'the bench is full then',
  }[binds]
  return `One pair of hands coats ${countOf(count, noun)}, then rinses the first: ${why}.`
}

/**
 * The same for metal: the pieces of one tray are wetted, rubbed the whole time and stopped together, then comes the next tray.
 * @param tray pieces side by side @returns s
 */
export function traysSeconds(pieces: number, tray: number, window: DwellWindow, hands: HandTimes): number {
  return pieces * (hands.coat + hands.off) + Math.ceil(pieces / tray) * window.best
}

/** Pieces of metal that lie side by side on a tray, mm² of each, under one pair of hands. */
const HANDS_REACH = 24_000
const MOST_ON_TRAY = 4

/** How many a person would rub at once. @param piece mm² that one takes up @returns 1 to 4 */
export const suggestTray = (piece: number, pieces: number): number =>
  Math.max(1, Math.min(MOST_ON_TRAY, pieces, Math.floor(HANDS_REACH / piece)))

/**
 * Time from the first touch to the last rinse for one pair of hands, coating ahead as far as is safe and then
 * rinsing in the order coated.
 * @returns s
 */
export function sittingSeconds(pieces: number, window: DwellWindow, hands: HandTimes): number {
  const ahead = coatAhead(window, hands)
  let total = 0
  for (let left = pieces; left > 0; left -= ahead) {
    const group = Math.min(ahead, left)
    total += hands.coat + window.best + (group - 1) * Math.max(hands.coat, hands.off) + hands.off
  }
  return total
}
