import { Fronts, sumOf } from './front'
import type { Front } from './front'
import { endOf } from './model'
import type { Instance, Schedule } from './model'
import { Order } from './order'
import type { Ways } from './relaxed'

/** Orders kept at a time: they take some hundred megabytes. */
const MOST_KEPT = 200_000

/** An order that has begun, and what comes after it sees of it. */
interface Label {
  before: Label | null
  o: number
  p: number
  /** Of the tasks it holds. */
  key: number
  /** s, as {@link Fronts.least} */
  bound: number
  front: Front
  /**
   * For each piece that stands in cream: the front once its window has pulled its coat as late as it ever could; null when it can't.
   * Empty where nobody asks.
   */
  pulled: (Front | null)[]
  /** Sums of its front and of those; −Infinity for none. */
  sum: number
  sums: number[]
}

export interface Searched {
  /** The best schedule; null when there is none. */
  schedule: Schedule | null
  /** Nothing was left out that could end sooner, unless what was found meets the floor. */
  whole: boolean
}

/** Only schedules that end before this count, s, along the ways that lead there without windows, where those are known. */
export interface Sought {
  below: number
  ways?: Ways
}

/** Asked with the orders that were looked at since; false ends a search. */
export type GoOn = (orders: number) => boolean

/**
 * Searches of the orders in which the tasks can begin. Of two orders of the same tasks one is dropped when whatever may follow it can
 * follow the other, no later.
 *
 * When that is so: starts are the least solution of a system of maxima, in which each start depends on others and never falls when
 * they rise. What follows meets an order only in its front, and reaches back into it in one way: a rinse that comes later than the
 * window of its coat lets it pulls that coat along. Pulled to a time v, the front is the later of the front at rest and the one this
 * pull alone makes; several pulls together make the latest of what each makes (maxima of maxima). Where nobody's shift has a break, a
 * pull moves what it moves second by second: a start is max(at rest, v + a constant). So the first order is as good for every v up to
 * the greatest there can be when it is no later at rest, and no later with each piece pulled to that greatest. Where shifts have
 * breaks, starts jump over these, and the greatest pull says nothing of the smaller ones: then the first order, pulled, has to be no
 * later than the second at rest.
 */
export class Searches {
  private readonly order: Order
  private readonly fronts: Fronts
  private readonly unbroken: boolean
  /** When any order is over at the latest, s. */
  readonly latest: number
  private readonly never: Front
  private kept = 0

  constructor(readonly instance: Instance) {
    const { hands } = instance
    this.order = new Order(instance)
    this.fronts = new Fronts(this.order)
    this.never = this.fronts.opened().fill(Infinity)
    this.unbroken = hands.every(h => h.shifts.length === 1)
    this.latest = this.latestEnd()
  }

  /**
   * All orders of one task, then of two, and so on; of each length the most promising go on. Whole where nothing had to be left behind
   * and pulls were looked at.
   * @param width how many orders of one length go on at most
   * @param pulls false where a good schedule is wanted soon: orders are dropped also where a pull might tell
   */
  byLength({ below, ways }: Sought, width: number, pulls: boolean, goOn: GoOn): Searched {
    const { order } = this
    const reach = Math.min(below, this.latest + 1)
    let [limit, seen, whole] = [reach, 0, pulls]
    let schedule: Schedule | null = null
    let level: (Label | null)[] = [null]
    for (let length = 1; length <= order.ops.length; length++) {
      const groups = new Map<number, Label[]>()
      for (const [i, label] of level.entries()) {
        if (i % 16 === 0) {
          if (!goOn(seen)) return { schedule, whole: false }
          seen = 0
        }
        const starts = this.enter(label, limit)
        if (starts === null) continue
        for (const { o, p } of this.moves()) {
          seen++
          const est = this.append(o, p, starts, limit)
          if (est && length === order.ops.length) {
            schedule = order.schedule(est)
            limit = endOf(this.instance, schedule)
          }
          else if (est) {
            const made = this.labelOf(label, o, p, est, limit, ways, pulls ? reach : undefined)
            if (made) this.keep(made, groups)
          }
          order.leave()
        }
      }
      const next = [...groups.values()].flat()
      if (next.length > width) {
        next.sort((a, b) => a.bound - b.bound || a.front[0]! + a.front[1]! - b.front[0]! - b.front[1]!).length = width
        whole = false
      }
      level = next
    }
    return { schedule, whole }
  }

  /**
   * All orders, each with all that follows before the next.
   * @param floor no schedule ends sooner, s: the first that ends by then is taken
   */
  oneByOne({ below, ways }: Sought, floor: number, goOn: GoOn): Searched {
    const { order } = this
    const groups = new Map<number, Label[]>()
    const reach = Math.min(below, this.latest + 1)
    let [limit, seen, stopped] = [reach, 0, false]
    let schedule: Schedule | null = null
    const branch = (label: Label | null, starts: Float64Array): void => {
      if (order.begun.length === order.ops.length) {
        schedule = order.schedule(starts)
        limit = endOf(this.instance, schedule)
        return
      }
      const next: { o: number, p: number, est: Float64Array }[] = []
      for (const { o, p } of this.moves()) {
        seen++
        const est = this.append(o, p, starts, limit)
        if (est) next.push({ o, p, est })
        order.leave()
      }
      // Whatever is soonest first; of two, what ends its chain.
      const ends = (o: number) => Number(order.ops[o]!.k === order.length[order.ops[o]!.chain]! - 1)
      next.sort((a, b) => a.est[a.o]! - b.est[b.o]! || ends(b.o) - ends(a.o))
      for (const { o, p, est } of next) {
        if (stopped || limit <= floor) return
        if (seen > 256) {
          stopped = this.kept > MOST_KEPT || !goOn(seen)
          seen = 0
        }
        order.enter(o, p)
        // Something sooner may have been found meanwhile.
        if (order.settle(est, limit)) {
          const made = order.begun.length < order.ops.length ? this.labelOf(label, o, p, est, limit, ways, reach) : null
          if (order.begun.length === order.ops.length || (made && this.keep(made, groups))) branch(made, est)
        }
        order.leave()
      }
    }
    this.kept = 0
    const starts = this.enter(null, limit)
    if (starts && !order.ops.some(o => o.able.length === 0)) branch(null, starts)
    return { schedule, whole: !stopped }
  }

  /** Puts a task at the end of the order. @returns starts; null when it can't be over in time any more */
  private append(o: number, p: number, starts: Float64Array, limit: number): Float64Array | null {
    this.order.enter(o, p)
    const est = starts.slice()
    return this.order.settle(est, limit) ? est : null
  }

  /** Tasks that may come next, with those who may take them. */
  private moves(): { o: number, p: number }[] {
    const { order } = this
    return order.candidates(order.done).flatMap(o => order.ops[o]!.able.filter(p => order.mayTake(p)).map(p => ({ o, p })))
  }

  /**
   * When any order is over at the latest, s. A start is the end of a path along which each task is met once at most, its time and the
   * times it waits are added, and a window takes time away; the path begins at a release or where somebody's shift does.
   */
  private latestEnd(): number {
    const { chains, hands } = this.instance
    const begin = Math.max(...chains.map(c => c.release), ...hands.flatMap(h => h.shifts.map(s => s[0])), 0)
    const spent = chains.reduce((sum, c) => sum + c.tasks.reduce((s, t) => s + t.seconds + (t.lag?.least ?? 0), 0), 0)
    const waited = chains.reduce((sum, c) => sum + c.after.reduce((s, a) => s + a.wait, 0), 0)
    return begin + spent + waited + Math.max(0, ...this.order.ops.map(o => o.tail))
  }

  /** Puts a label's order in place of the one before. @returns starts; null when it can't be over in time any more */
  private enter(label: Label | null, limit: number): Float64Array | null {
    const { order } = this
    while (order.begun.length > 0) order.leave()
    const path: Label[] = []
    for (let at = label; at !== null; at = at.before) path.push(at)
    while (path.length > 0) {
      const { o, p } = path.pop()!
      order.enter(o, p)
    }
    const est = order.opened()
    return order.settle(est, limit) ? est : null
  }

  /**
   * The order that stands now; null when nothing that follows can end in time.
   * @param reach no schedule that is looked for ends later, s; without it nobody asks for pulls
   */
  private labelOf(before: Label | null, o: number, p: number, est: Float64Array, limit: number, ways?: Ways, reach?: number): Label | null {
    const key = this.key()
    const front = this.front(est)
    if (ways && !ways.lead(key, front, limit)) return null
    const bound = Math.max(before?.bound ?? 0, this.fronts.least(front, this.order.done, limit))
    if (bound >= limit) return null
    const pulled = reach === undefined ? [] : this.pulled(est, reach)
    return { before, o, p, key, bound, front, pulled, sum: sumOf(front), sums: pulled.map(f => (f ? sumOf(f) : -Infinity)) }
  }

  /** Adds an order and drops those that are no better. @returns false where one is as good */
  private keep(label: Label, groups: Map<number, Label[]>): boolean {
    const group = groups.get(label.key)
    if (!group) {
      groups.set(label.key, [label])
      this.kept++
      return true
    }
    for (const other of group) if (this.asGood(other, label)) return false
    let stay = 0
    for (const other of group) if (!this.asGood(label, other)) group[stay++] = other
    this.kept += stay + 1 - group.length
    group.length = stay
    group.push(label)
    return true
  }

  /** Of the tasks that the order holds. */
  private key(): number {
    return this.order.weights.reduce((sum, w, c) => sum + w * this.order.done[c]!, 0)
  }

  private front(est: Float64Array): Front {
    const { order, fronts } = this
    const front = fronts.opened()
    for (const p of this.instance.hands.keys()) front[p] = order.freeAt(p, est)
    for (const f of order.single) front[fronts.thing(f)] = order.openAt(f, est)
    for (const [c, first] of order.first.entries()) {
      if (order.done[c] === 0) continue
      if (!order.isOver(order.done, c)) front[fronts.chain(c)] = order.endAt(first, est)
      else {
        const end = order.endAt(first + order.length[c]! - 1, est)
        for (const f of order.followers[c]!)
          if (order.done[f.chain] === 0) front[fronts.chain(f.chain)] = Math.max(front[fronts.chain(f.chain)]!, end + f.wait)
      }
    }
    fronts.clip(front, order.done)
    return front
  }

  private pulled(est: Float64Array, reach: number): (Front | null)[] {
    const { order } = this
    const fronts: (Front | null)[] = []
    for (const [c, first] of order.first.entries()) {
      const done = order.done[c]!
      if (done === 0 || order.isOver(order.done, c)) continue
      let latest = -Infinity
      for (let k = done; k < order.length[c]!; k++) {
        const { tail, seconds, most } = order.ops[first + k]!
        latest = Math.max(latest, reach - tail - seconds - most - order.ops[first]!.seconds)
      }
      if (latest <= est[first]!) {
        fronts.push(null)
        continue
      }
      const late = est.slice()
      late[first] = latest
      // Pulled so far, something may fall behind everybody's shift: nothing is as bad.
      fronts.push(order.settle(late, Infinity) ? this.front(late) : this.never)
    }
    return fronts
  }

  /** Whether whatever follows the second of two orders of the same tasks can follow the first, no later. */
  private asGood(a: Label, b: Label): boolean {
    // Sums tell most of it soon.
    if (a.sum > b.sum) return false
    for (let i = 0; i < a.sums.length; i++) if (a.sums[i]! > b.sum && a.sums[i]! > b.sums[i]!) return false
    return this.asGoodWith(a, b, false) || (this.order.alike && this.asGoodWith(a, b, true))
  }

  private asGoodWith(a: Label, b: Label, swapped: boolean): boolean {
    const { fronts } = this
    if (!fronts.noLater(a.front, b.front, swapped)) return false
    for (const [i, pulled] of a.pulled.entries()) {
      if (pulled === null || fronts.noLater(pulled, b.front, swapped)) continue
      const other = b.pulled[i]!
      if (!this.unbroken || other === null || other === this.never || !fronts.noLater(pulled, other, swapped)) return false
    }
    return true
  }
}
