import type { DwellWindow } from '../dwell'

/** Hands-on times of one piece, s. */
export interface HandTimes {
  /** First touch to last part covered. */
  coat: number
  /** Off and rinse. */
  off: number
}

/**
 * How many equal pieces one pair of hands can coat before the first must come off. Two things bind: the next coat
 * must end before the first is due, and when rinsing is slower than coating the last one must not run past its window.
 * @returns at least 1
 */
export function coatAhead(window: DwellWindow, hands: HandTimes): number {
  const byDue = 1 + Math.floor(window.best / hands.coat)
  const slip = hands.off - hands.coat
  const byWindow = slip <= 0 ? Infinity : 1 + Math.floor((window.notAfter - window.best) / slip)
  return Math.max(1, Math.min(byDue, byWindow))
}

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
