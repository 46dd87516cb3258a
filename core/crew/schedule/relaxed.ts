import { Fronts, sumOf } from './front'
import type { Front } from './front'
import { PricePool } from './prices'
import { Tasks } from './tasks'
import type { Instance } from './model'

/** A day as far as it is decided. */
interface Day {
  front: Front
  /** When what is done is over, with what follows it, s. */
  over: number
  /** Of its front and of that, s. */
  sum: number
  /** Those of which it comes, or of which something comes that is no better. */
  from: Day[]
  /** For each move of its group no day that comes of it ends sooner, s; {@link MADE} for days that were made; null before any. */
  ahead: Int32Array | null
  /** The least of those, s. */
  next: number
  /** The least end that it leads to, s; Infinity where it leads to none in time. */
  end: number
}

/** One task more, by these hands. */
interface Move {
  o: number
  p: number
  into: Group
}

/** Days with the same tasks done. */
interface Group {
  key: number
  done: Uint8Array
  days: Day[]
  /** No day that is yet to be made of these ends sooner, s. */
  next: number
  /** Null as long as nobody asked. */
  moves: Move[] | null
}

const MADE = -1
const NEVER = 2 ** 31 - 1

/** Bounds that are later than the limit by more than this are not worked out to the end. */
const SOON = 1.01

/** Days kept at a time: they take some hundred megabytes. */
const MOST_KEPT = 400_000

/**
 * The same work without the most of any window: pieces may wait for their rinse as long as they like (bounds go on counting what must
 * follow a call before its window closes). Whatever ends in time with windows ends in time without, so that an end that can't be had
 * here can't be had at all. Here a task begins as soon as hands, things and its least wait let it, in the order in which tasks begin;
 * equal people take the next task by who is free first; and of two days with the same tasks done one is dropped when nothing is later
 * in the other.
 */
export class Relaxed {
  private readonly tasks: Tasks
  private readonly fronts: Fronts
  private readonly prices: PricePool
  /** Days by how many tasks are done, and by which. */
  private readonly levels: Map<number, Group>[]
  /** Where nothing is done. */
  private readonly root: Group
  /** Used over and over. */
  private readonly next: Front
  /** When all that is done by `next` is over, s. */
  private over = 0
  private seen = 0
  private kept = 0

  /** @param reach no later limit will be asked for, s */
  constructor(private readonly instance: Instance, reach: number) {
    this.tasks = new Tasks(instance)
    this.fronts = new Fronts(this.tasks)
    this.prices = new PricePool(this.tasks, this.fronts, reach)
    this.next = this.fronts.opened()
    this.levels = Array.from({ length: this.tasks.ops.length + 1 }, () => new Map<number, Group>())
    this.root = this.group(0, new Uint8Array(instance.chains.length), 0)
    this.keep({ front: this.fronts.opened(), over: 0, sum: 0, from: [], ahead: null, next: 0, end: Infinity }, this.root)
  }

  /** No schedule ends sooner, s. */
  bound(): number {
    return this.fronts.least(this.fronts.opened(), new Uint8Array(this.instance.chains.length))
  }

  /**
   * Makes all days that may end before `limit`, s, which is later than the limit before.
   * @param goOn asked with the days that were looked at since; false ends the search
   * @returns those that do; null when it was ended, or took too much room
   */
  ways(limit: number, goOn: (days: number) => boolean): Ways | null {
    if (this.prices.least(this.fronts.opened(), this.root.done, limit) >= limit) return this.found()
    for (const level of this.levels.slice(0, -1)) {
      for (const group of level.values()) {
        if (this.kept > MOST_KEPT || !goOn(this.seen)) return null
        this.seen = 0
        if (group.next >= limit) continue
        // What is made here goes into other groups.
        group.next = NEVER
        for (const day of group.days) {
          if (day.next < limit) this.goOn(day, group, limit)
          if (day.next < group.next) group.next = day.next
        }
      }
    }
    return this.found()
  }

  private found(): Ways {
    return new Ways(this.fronts, this.levels, this.tasks.alike)
  }

  private group(key: number, done: Uint8Array, length: number): Group {
    const level = this.levels[length]!
    const known = level.get(key)
    if (known) return known
    const made = { key, done, days: [], next: NEVER, moves: null }
    level.set(key, made)
    return made
  }

  private movesOf({ key, done }: Group): Move[] {
    const { tasks } = this
    const length = done.reduce((sum, n) => sum + n, 0)
    return tasks.candidates(done).flatMap((o) => {
      const { chain, able } = tasks.ops[o]!
      const into = this.group(key + tasks.weights[chain]!, done.with(chain, done[chain]! + 1), length + 1)
      return able.filter(p => !tasks.alike || p === 0).map(p => ({ o, p, into }))
    })
  }

  /** Makes the days that come of this one and may end in time, as far as they weren't made before. */
  private goOn(day: Day, group: Group, limit: number): void {
    const moves = (group.moves ??= this.movesOf(group))
    const ahead = (day.ahead ??= new Int32Array(moves.length))
    day.next = NEVER
    for (let i = 0; i < moves.length; i++) {
      if (ahead[i] === MADE) continue
      if (ahead[i]! < limit) {
        const { o, p, into } = moves[i]!
        const bound = this.after(day, o, p, into.done, limit)
        ahead[i] = bound < limit ? this.take(day, into, limit) : Math.min(bound, NEVER)
      }
      if (ahead[i] !== MADE && ahead[i]! < day.next) day.next = ahead[i]!
    }
  }

  /** Puts the front after one task more into `next`. @returns no day that comes of it ends sooner, s */
  private after(day: Day, o: number, p: number, done: Uint8Array, limit: number): number {
    const { tasks, fronts } = this
    const { chain, k, seconds, least, tail } = tasks.ops[o]!
    const at = fronts.chain(chain)
    const thing = fronts.thingOf[o]!
    const ready = day.front[at]! + (k > 0 ? least : 0)
    const start = tasks.inShift(p, Math.max(day.front[p]!, ready, thing >= 0 ? day.front[thing]! : 0), seconds)
    const end = start + seconds
    this.seen++
    if (end + tail >= limit) return end + tail
    const front = this.next
    front.set(day.front)
    front[p] = end
    // Nothing begins before what began last.
    if (this.instance.hands.length === 2) front[1 - p] = Math.max(front[1 - p]!, start)
    if (tasks.alike && front[1]! < front[0]!) [front[0], front[1]] = [front[1]!, front[0]!]
    if (thing >= 0) front[thing] = end
    if (k === 0) front[at] = end
    if (tasks.isOver(done, chain))
      for (const f of tasks.followers[chain]!) front[fronts.chain(f.chain)] = Math.max(front[fronts.chain(f.chain)]!, end + f.wait)
    fronts.clip(front, done)
    this.over = Math.max(day.over, end + tail)
    // What is a little too late now will be asked for soon: its bound is worth knowing.
    return fronts.least(front, done, SOON * limit)
  }

  /**
   * Makes the day that `next` is the front of, unless another is as good or prices rule it out.
   * @returns no day that comes of it ends sooner, s; {@link MADE} when it, or the other one, stands in its group
   */
  private take(from: Day, group: Group, limit: number): number {
    const { next, over } = this
    const sum = over + sumOf(next)
    for (const other of group.days) {
      if (other.sum > sum) break
      if (other.over > over || !this.fronts.noLater(other.front, next, false)) continue
      other.from.push(from)
      return MADE
    }
    const bound = this.prices.least(next, group.done, limit)
    if (bound >= limit) return bound
    this.keep({ front: next.slice(), over, sum, from: [from], ahead: null, next: 0, end: Infinity }, group)
    return MADE
  }

  /** Adds a day in the order of the sums, and drops those that are no better than it. */
  private keep(day: Day, group: Group): void {
    const { days } = group
    let at = 0
    while (at < days.length && days[at]!.sum <= day.sum) at++
    const after = days.slice(at)
    days.length = at
    days.push(day)
    group.next = 0
    this.kept++
    for (const other of after) {
      if (day.over <= other.over && this.fronts.noLater(day.front, other.front, false)) {
        day.from.push(...other.from)
        this.kept--
      }
      else days.push(other)
    }
  }
}

/** What leads to an end in time without the most of any window. */
export class Ways {
  /** The least end, s; Infinity when none is in time. */
  readonly least: number
  private readonly days = new Map<number, Day[]>()

  /** @param levels days by how many tasks are done, and by which */
  constructor(private readonly fronts: Fronts, levels: readonly Map<number, Group>[], private readonly alike: boolean) {
    const last = [...levels.at(-1)!.values()].flatMap(g => g.days)
    this.least = last.reduce((least, d) => Math.min(least, d.over), Infinity)
    if (last.length === 0) return
    for (const level of levels) for (const { days } of level.values()) for (const day of days) day.end = Infinity
    for (const day of last) day.end = day.over
    for (const level of levels.toReversed()) {
      for (const { key, days } of level.values()) {
        const leads = days.filter(d => d.end < Infinity)
        for (const day of leads) for (const from of day.from) from.end = Math.min(from.end, day.end)
        if (leads.length > 0) this.days.set(key, leads)
      }
    }
  }

  /**
   * Whether a day may lead to an end before `limit`, s: with windows it leads to none if it doesn't without. Of all days without windows
   * that it may be one of, some kept one is no later, and leads there as well.
   * @param key of the tasks that are done
   */
  lead(key: number, front: Front, limit: number): boolean {
    for (const day of this.days.get(key) ?? [])
      if (day.end < limit && (this.fronts.noLater(day.front, front, false) || (this.alike && this.fronts.noLater(day.front, front, true))))
        return true
    return false
  }
}
