import { Board, scheduleInOrder } from './board'
import { lowerBound } from './bound'
import { isBetter, liveForward } from './lived'
import type { Timed } from './lived'
import { endOf, inGivenOrder, offBest } from './model'
import type { Chain, Instance, Schedule } from './model'
import { canSearch, quickSearch, searchOrders } from './search'
import { closestToBest, earliestStarts } from './timing'
import { verifySchedule } from './verify'
import { leastWalking } from './walk'

export interface Solved {
  schedule: Schedule
  /** s */
  end: number
  /** No schedule ends sooner, s. */
  bound: number
  /** Nothing ends sooner: every order was searched, or the end meets the bound. */
  proved: boolean
  /** Wet pieces that can't be rinsed within their window any more. */
  late: string[]
}

/** Nothing fits: what was set before it, and the first chain that found no room. */
export interface Stuck {
  stuck: Chain
  set: Schedule
}

export interface SolveOptions {
  /** Asked now and then with the share of the work done, 0 to 1; false ends the search with what there is. */
  goOn?: (share: number) => boolean
  /** Orders tried for the first plan. */
  tries?: number
  /** Days lived forward for it. */
  lives?: number
  /** Orders looked at for the proof. */
  nodes?: number
}

/** Chains up to which orders are tried as well: on larger days living forward finds better plans sooner. */
const ORDERED = 40
/** Chains up to which every order is searched. */
const SEARCHED = 16
/** Chains up to which the search finds good schedules sooner than days lived forward and orders tried do. */
const SOON_SEARCHED = 12
/** How much of those comes before the search then. */
const BEFORE = { lives: 6, tries: 60 }

/** A sequence of numbers that looks like chance and is the same each time (Park & Miller, 1988). @returns 0 to 1 */
function dice(seed: number): () => number {
  let state = seed
  return () => (state = (state * 48271) % 2147483647) / 2147483647
}

/** Orders worth beginning with: as given, the longest first, the shortest first, the soonest released. */
function openings(chains: readonly Chain[]): Chain[][] {
  const work = (c: Chain) => c.tasks.reduce((s, t) => s + t.seconds, 0) + (c.tasks.at(-1)!.lag?.best ?? 0) + c.tail
  const hands = (c: Chain) => c.tasks[0]!.seconds
  return [
    [...chains],
    [...chains].sort((a, b) => work(b) - work(a)),
    [...chains].sort((a, b) => hands(a) - hands(b)),
    [...chains].sort((a, b) => hands(b) - hands(a)),
    [...chains].sort((a, b) => b.tasks.at(-1)!.seconds - a.tasks.at(-1)!.seconds),
    [...chains].sort((a, b) => a.release - b.release),
  ]
}

/** Where a chain set next would begin, where its last task would, and the time of hands it would leave over, s. */
interface Look {
  start: number
  lastStart: number
  leftover: number
}

/** What goes next, by several lights: the least. The last two pack hands tightly, which large days want. */
const LIGHTS: ((look: Look, chain: Chain) => number)[] = [
  ({ start }) => start,
  ({ start }, c) => start - (c.tasks[0]!.seconds + c.tasks.at(-1)!.seconds) / 2,
  ({ lastStart }, c) => lastStart - c.tasks[0]!.seconds,
  ({ start, leftover }, c) => start + leftover / 2 - c.tasks[0]!.seconds / 2,
  ({ start, leftover }, c) => start + 2 * leftover - c.tasks[0]!.seconds / 2,
]

/** Chains up to which each next one is chosen among all that are left. */
const DISPATCHED = 160

/** Orders made by setting, time after time, the chain that fits best where the day stands. */
function dispatched(instance: Instance, hold: number): Chain[][] {
  const moving = instance.chains.filter(c => !c.tasks[0]!.fixed)
  if (moving.length > DISPATCHED) return []
  // A gap in which the middling first task does not fit is as good as lost.
  const short = moving.map(c => c.tasks[0]!.seconds).sort((a, b) => a - b)[moving.length >> 1] ?? 0
  return LIGHTS.map((light) => {
    const board = new Board(instance, hold)
    for (const c of instance.chains) if (c.tasks[0]!.fixed) board.add(c, 0, true)
    const left = [...moving]
    const order: Chain[] = []
    while (left.length > 0) {
      let [at, least] = [0, Infinity]
      for (const [i, c] of left.entries()) {
        const found = board.find(c)
        const value = found
          ? light({ start: found[0]!.start, lastStart: found.at(-1)!.start, leftover: board.leftover(c, found, short) }, c)
          : Infinity
        if (value < least) [at, least] = [i, value]
      }
      const [next] = left.splice(at, 1)
      board.add(next!)
      order.push(next!)
    }
    return order
  })
}

interface Found extends Timed {
  order: Chain[]
  hold: number
}

/** Moves one chain, or a run of them, to another place in the order. */
function shuffled(order: readonly Chain[], roll: () => number): Chain[] {
  const next = [...order]
  const size = roll() < 0.6 ? 1 : 1 + Math.floor(roll() * Math.min(6, order.length / 2))
  const from = Math.floor(roll() * (next.length - size + 1))
  const taken = next.splice(from, size)
  next.splice(Math.floor(roll() * (next.length + 1)), 0, ...(roll() < 0.3 ? taken.reverse() : taken))
  return next
}

/** Shares of the window that rinses are kept waiting, so that more is coated before the first of them. */
const HOLDS = [0, 0.25, 0.5, 0.8, 1]

/** Tries orders one after another, keeping what ends no later: a walk over orders that never gets worse. */
function tryOrders(instance: Instance, bound: number, tries: number, goOn: (share: number) => boolean): Found | Stuck {
  const roll = dice(20_260)
  let best: Found | null = null
  let stuck: Stuck | null = null
  const take = (order: Chain[], hold: number, pressed: boolean): void => {
    const made = scheduleInOrder(instance, order, hold)
    if (made.stuck) {
      stuck ??= { stuck: made.stuck, set: made.schedule }
      return
    }
    const schedule = pressed && hold > 0 ? earliestStarts(instance, made.schedule) : made.schedule
    const found = { order, hold, schedule, end: endOf(instance, schedule), misses: offBest(instance, schedule) }
    if (!best || found.end < best.end || (found.end === best.end && found.misses <= best.misses)) best = found
  }
  const orders = [...openings(instance.chains), ...dispatched(instance, 0), ...dispatched(instance, 0.25)]
  for (const hold of HOLDS) for (const order of orders) if (hold === 0 || goOn(0)) take(order, hold, true)
  for (let i = 0; i < tries; i++) {
    // Once nothing can end sooner, a few more orders are tried for better dwells.
    const at: Found | null = best
    if (at && (at as Found).end <= bound && i > tries / 8) break
    if (i % 8 === 0 && !goOn(i / tries)) break
    take(
      shuffled(at ? (at as Found).order : instance.chains, roll),
      roll() < 0.7 ? (at ? (at as Found).hold : 0) : HOLDS[Math.floor(roll() * HOLDS.length)]!,
      false,
    )
  }
  // In the order found, everything may still be drawn together.
  const last: Found | null = best
  if (last) {
    const schedule = earliestStarts(instance, (last as Found).schedule)
    const end = endOf(instance, schedule)
    if (end < (last as Found).end) best = { ...(last as Found), schedule, end, misses: offBest(instance, schedule) }
  }
  return best ?? stuck ?? { order: [], hold: 0, schedule: [], end: 0, misses: 0 }
}

const better = (lived: Timed | null, ordered: Timed | Stuck): Timed | Stuck =>
  lived && ('stuck' in ordered || isBetter(lived, ordered)) ? lived : ordered

/**
 * Starts moved towards the best dwells, then people chosen for least walking, then equal pieces by number; whatever breaks
 * anything is not taken.
 */
function polish(instance: Instance, schedule: Schedule): Schedule {
  const faults = verifySchedule(instance, schedule).length
  const sound = (s: Schedule) => verifySchedule(instance, s).length <= faults
  const timed = closestToBest(instance, schedule)
  const better
    = sound(timed) && offBest(instance, timed) <= offBest(instance, schedule) && endOf(instance, timed) <= endOf(instance, schedule)
      ? timed
      : schedule
  const walked = leastWalking(instance, better)
  return inGivenOrder(instance, sound(walked) ? walked : better)
}

/**
 * A schedule in the fewest minutes, then closest to the best dwells, then with the least walking. Up to {@link SEARCHED} chains and two
 * people every order is searched; beyond that the bound says how far from the best it can be at most.
 * @returns the schedule, or what is in its way
 */
export function solve(
  instance: Instance,
  { goOn: asked = () => true, tries = 600, lives = 6, nodes = 50_000 }: SolveOptions = {},
): Solved | Stuck {
  let going = true
  const goOn = (share: number) => going && (going = asked(share))
  let bound = lowerBound(instance)
  const count = instance.chains.length
  const searching = count <= SEARCHED && canSearch(instance)
  const soon = searching && count <= SOON_SEARCHED
  const share = searching ? 0.3 : 0.9
  const large = count > ORDERED
  const lived = liveForward(instance, bound, soon ? Math.min(lives, BEFORE.lives) : lives, s => goOn(s * share * (large ? 1 : 0.5)))
  const tryFew = () => tryOrders(instance, bound, soon ? Math.min(tries, BEFORE.tries) : tries, s => goOn((s + 1) * share * 0.5))
  const first = lived && (large || !going) ? lived : better(lived, tryFew())
  let best: Schedule | null = 'stuck' in first ? null : first.schedule
  let proved = !('stuck' in first) && first.end <= bound
  if (!proved && searching) {
    let seen = 0
    const looking = (orders: number) => (seen += orders) < nodes && goOn(share + ((0.95 - share) * seen) / nodes)
    best = quickSearch(instance, best ? endOf(instance, best) : Infinity, bound, looking) ?? best
    const searched = searchOrders(instance, best ? endOf(instance, best) : Infinity, bound, looking)
    best = searched.schedule ?? best
    proved = searched.proved
    bound = searched.bound
  }
  if (!best) return first as Stuck
  const schedule = polish(instance, best)
  const end = endOf(instance, schedule)
  // A call that comes late is no harm that has to be told; a rinse that does is.
  const late = verifySchedule(instance, schedule).filter(
    f => f.kind === 'late' && f.task === instance.chains.find(c => c.id === f.chain)!.tasks.length - 1,
  )
  return { schedule, end, bound: proved ? end : bound, proved, late: late.map(f => f.chain) }
}
