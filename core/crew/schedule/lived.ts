import { forwardSchedule, LEANINGS } from './forward'
import { endOf, offBest } from './model'
import type { Instance, Schedule } from './model'
import { earliestStarts } from './timing'
import { verifySchedule } from './verify'

/** Days that go on at each step: few first, since a large day leaves time for no more. */
const WIDTHS = [8, 24, 64]

/** How much later the end may be before a schedule is drawn together to see whether it ends sooner then. */
const NEAR = 1.02

export interface Timed {
  schedule: Schedule
  end: number
  /** s by which dwells lie off their best in all */
  misses: number
}

/** True where `a` is to be preferred: it ends sooner, or as soon with dwells nearer to their best. */
export const isBetter = (a: Timed, b: Timed | null): boolean =>
  b === null || a.end < b.end || (a.end === b.end && a.misses < b.misses)

/**
 * The best of days lived forward, one leaning after another and wider each time, until the end meets the bound.
 * @param lives how many are lived at most @param goOn asked with the share of them done; false ends it with what there is
 * @returns null where none came through
 */
export function liveForward(instance: Instance, bound: number, lives: number, goOn: (share: number) => boolean): Timed | null {
  const ways = WIDTHS.flatMap(width => LEANINGS.map(leaning => ({ width, leaning }))).slice(0, lives)
  let best: Timed | null = null
  for (const [i, { width, leaning }] of ways.entries()) {
    if (best !== null && best.end <= bound) break
    const going = () => goOn(i / ways.length)
    if (!going()) break
    const lived = forwardSchedule(instance, leaning, width, going)
    const sound = (s: Schedule) => verifySchedule(instance, s).length === 0
    if (!lived || (best !== null && endOf(instance, lived) > NEAR * best.end) || !sound(lived)) continue
    const drawn = earliestStarts(instance, lived)
    const schedule = sound(drawn) ? drawn : lived
    const found = { schedule, end: endOf(instance, schedule), misses: offBest(instance, schedule) }
    if (isBetter(found, best)) best = found
  }
  return best
}
