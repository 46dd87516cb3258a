import { SHARED, endOf } from './model'
import type { Instance, Schedule } from './model'
import { Relaxed } from './relaxed'
import type { Ways } from './relaxed'
import { Searches } from './searches'
import type { GoOn } from './searches'

export interface Search {
  /** The best found; null when none is sooner than `below`. */
  schedule: Schedule | null
  /** No schedule ends sooner, s; where nothing ends before `below`, that. */
  bound: number
  /** Nothing ends sooner than what was found; where nothing was found, nothing ends before `below`. */
  proved: boolean
}

/**
 * Whether all orders of this instance can be searched: one or two people, at most as many shared things as are held one at a time,
 * nothing locked ahead.
 */
export function canSearch(instance: Instance): boolean {
  const { hands, fixtures, chains } = instance
  const scarce = SHARED.every(f => fixtures[f] === 1 || fixtures[f] >= hands.length)
  return hands.length >= 1 && hands.length <= 2 && scarce && chains.every(c => c.tasks.every(t => !t.fixed))
}

/** Orders of one length that are gone on with in a quick search, narrow first. */
const WIDTHS = [30, 100, 300]
/** Orders looked at one by one before that: where there is slack, one of them soon ends as early as anything can. */
const DIVE = 2000

/** A good schedule that ends before `below`, s, soon; null when none is found. */
export function quickSearch(instance: Instance, below: number, floor: number, goOn: GoOn): Schedule | null {
  const searches = new Searches(instance)
  let seen = 0
  let best = searches.oneByOne({ below: floor + 1 }, floor, orders => (seen += orders) < DIVE && goOn(orders)).schedule
  for (const width of WIDTHS) {
    const limit = best ? endOf(instance, best) : below
    if (limit <= floor) break
    best = searches.byLength({ below: limit }, width, false, goOn).schedule ?? best
  }
  return best
}

/** How much later each next end is that is asked for at most, as a share of the bound; 1 s at first, then up to twice as much each time. */
const STEP = 0.0007

/**
 * Asks of one end after another whether it can be had, the least that isn't ruled out first: without the most of any window, which is
 * quick, and along the ways that lead there with windows. So few orders are looked at that could not matter.
 * @param below only schedules that end before this count, s @param floor no schedule ends sooner, s
 */
export function searchOrders(instance: Instance, below: number, floor: number, goOn: GoOn = () => true): Search {
  const searches = new Searches(instance)
  const most = Math.min(below, searches.latest + 1)
  const relaxed = new Relaxed(instance, most)
  let bound = Math.max(floor, relaxed.bound())
  for (let step = 1; bound < most; step = Math.min(2 * step, Math.max(1, Math.ceil(STEP * bound)))) {
    const limit = Math.min(most, bound + step)
    const ways = relaxed.ways(limit, goOn)
    if (ways === null) return { schedule: null, bound, proved: false }
    const along = searchWays(searches, ways, bound, limit, goOn)
    if (along.schedule || !along.proved) return along
    bound = limit
  }
  return { schedule: null, bound: below, proved: true }
}

/** Orders of one length up to which those are all searched side by side, which drops the most of them. */
const SIDE_BY_SIDE = 500

/** The ends that some way leads to, one after another. @returns the first that can be had; the limit as the bound when none can */
function searchWays(searches: Searches, ways: Ways, floor: number, limit: number, goOn: GoOn): Search {
  let bound = Math.min(limit, Math.max(floor, ways.least))
  for (let more = 1; bound < limit; more *= 2) {
    const below = Math.min(limit, bound + more)
    let { schedule, whole } = searches.byLength({ below, ways }, SIDE_BY_SIDE, true, goOn)
    const end = schedule ? endOf(searches.instance, schedule) : below
    if (!whole && end > bound) {
      const searched = searches.oneByOne({ below: end, ways }, bound, goOn)
      schedule = searched.schedule ?? schedule
      whole = searched.whole
      if (!whole) return { schedule, bound, proved: false }
    }
    if (schedule) return { schedule, bound: endOf(searches.instance, schedule), proved: true }
    bound = below
  }
  return { schedule: null, bound: limit, proved: true }
}
