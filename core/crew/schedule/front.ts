import { readyTimes } from './bound'
import type { Shared } from './model'
import type { Op, Tasks } from './tasks'

/**
 * What comes after an order of tasks sees of it, s: when each pair of hands is free (two of them, the second is 0 where one person works
 * alone), when each single thing is free, and for each chain when it may begin, or when its first task was over; 0 for what is over.
 */
export type Front = Float64Array

/** What is later in nothing has no greater sum, s. */
export function sumOf(front: Front): number {
  let sum = 0
  for (let i = 0; i < front.length; i++) sum += front[i]!
  return sum
}

/** Who may do a task. */
const [ONE, OTHER, BOTH] = [0, 1, 2]

/** When two people who are free from these times on have done this much work between them at the earliest, s. */
function sharedBetween(one: number, other: number, work: number): number {
  const apart = one > other ? one - other : other - one
  return work <= apart ? Math.min(one, other) + work : (one + other + work) / 2
}

/** Fronts of one instance, and bounds that follow from them. */
export class Fronts {
  /** Where things, and where chains begin in a front. */
  private readonly things = 2
  private readonly chains: number
  /** Tasks with the longest tail first. */
  private readonly byTail: Int32Array
  /** For each single thing 1 for each task that keeps it. */
  private readonly keepers: readonly Uint8Array[]
  /** The same for people who alone may do something. */
  private readonly alone: readonly Uint8Array[]
  /** What is asked of tasks again and again. */
  private readonly chainOf: Int32Array
  private readonly kOf: Int32Array
  private readonly firstOf: Int32Array
  private readonly seconds: Float64Array
  private readonly lag: Float64Array
  private readonly tails: Float64Array
  private readonly able: Uint8Array
  /** When each chain may begin at the earliest, s. */
  private readonly ready: readonly number[]
  /** Where the single thing that a task keeps stands in a front; −1 for none. */
  readonly thingOf: Int32Array
  /** The greatest least lag among the tasks of a chain from each of its tasks on, s. */
  private readonly lags: readonly number[]
  /** Used over and over: tasks that are left, the longest tail first; their heads, s; and scratch. */
  private readonly left: Int32Array
  private readonly head: Float64Array
  private readonly sorted: Int32Array
  private readonly rest: Float64Array
  private readonly under: readonly Float64Array[]
  private readonly kept: Float64Array
  private count = 0

  constructor(private readonly tasks: Tasks) {
    const { ops, single, instance } = tasks
    this.chains = this.things + single.length
    this.byTail = Int32Array.from([...ops.keys()].sort((a, b) => ops[b]!.tail - ops[a]!.tail))
    const marks = (counts: (op: Op) => boolean) => Uint8Array.from(ops, op => Number(counts(op)))
    this.keepers = single.map(f => marks(op => op.uses === f))
    this.alone = instance.hands.map((_, p) => marks(op => op.able.length === 1 && op.able[0] === p)).filter(m => m.includes(1))
    this.thingOf = Int32Array.from(ops, op => (op.uses && single.includes(op.uses) ? this.thing(op.uses) : -1))
    this.chainOf = Int32Array.from(ops, op => op.chain)
    this.kOf = Int32Array.from(ops, op => op.k)
    this.firstOf = Int32Array.from(ops, op => tasks.first[op.chain]!)
    this.seconds = Float64Array.from(ops, op => op.seconds)
    this.lag = Float64Array.from(ops, op => op.least)
    this.tails = Float64Array.from(ops, op => op.tail)
    this.able = Uint8Array.from(ops, op => (op.able.length === 2 ? BOTH : op.able[0] === 0 ? ONE : OTHER))
    const ready = readyTimes(instance)
    this.ready = instance.chains.map(c => ready.get(c.id)!)
    this.lags = ops.map((op, o) => Math.max(...ops.slice(o).filter(x => x.chain === op.chain).map(x => x.least)))
    this.left = new Int32Array(ops.length)
    this.head = new Float64Array(ops.length)
    this.sorted = new Int32Array(ops.length)
    this.rest = new Float64Array(ops.length)
    this.under = single.map(() => new Float64Array(ops.length))
    this.kept = new Float64Array(single.length)
  }

  /** Before anything is done. */
  opened(): Front {
    const front = new Float64Array(this.chains + this.ready.length)
    for (const [c, at] of this.ready.entries()) front[this.chains + c] = at
    return front
  }

  /** Where a single thing stands in a front. */
  thing(f: Shared): number {
    return this.things + this.tasks.single.indexOf(f)
  }

  /** Where a chain stands in a front. */
  chain(c: number): number {
    return this.chains + c
  }

  /** When somebody is free: nothing begins before that. s */
  now(front: Front): number {
    return this.tasks.instance.hands.length === 2 ? Math.min(front[0]!, front[1]!) : front[0]!
  }

  /**
   * What can't matter any more counts as late as it may be: nothing begins before somebody is free, and what only waits for the one
   * thing to be free doesn't begin before that.
   */
  clip(front: Front, done: ArrayLike<number>): void {
    const now = this.now(front)
    for (let i = this.things; i < this.chains; i++) front[i] = Math.max(front[i]!, now)
    const { first, length } = this.tasks
    for (let c = 0; c < length.length; c++) {
      const [k, at] = [done[c]!, this.chains + c]
      if (k === length[c]!) front[at] = 0
      else if (k === 0) front[at] = Math.max(front[at]!, now)
      else {
        const thing = k === length[c]! - 1 ? this.thingOf[first[c]! + k]! : -1
        front[at] = Math.max(front[at]!, (thing < 0 ? now : front[thing]!) - this.lags[first[c]! + k]!)
      }
    }
  }

  /** Whether nothing is later in the first of two fronts. @param swapped whether the two people change places */
  noLater(a: Front, b: Front, swapped: boolean): boolean {
    if (swapped ? a[0]! > b[1]! || a[1]! > b[0]! : a[0]! > b[0]! || a[1]! > b[1]!) return false
    for (let i = this.things; i < a.length; i++) if (a[i]! > b[i]!) return false
    return true
  }

  /** Nothing that goes on from here is over sooner, in whole s. @param enough a bound beyond this isn't worked out to the end, s */
  least(front: Front, done: ArrayLike<number>, enough = Infinity): number {
    this.look(front, done)
    let most = this.tasks.instance.hands.length === 2 ? this.twoHands(front[0]!, front[1]!, enough) : 0
    for (let i = 0; i < this.keepers.length && most < enough; i++) {
      most = Math.max(most, this.oneByOne(this.keepers[i]!, front[this.things + i]!))
    }
    for (let i = 0; i < this.alone.length && most < enough; i++) most = Math.max(most, this.oneByOne(this.alone[i]!, 0))
    return Math.ceil(most - 1e-6)
  }

  /** Looks up what is not done yet, and before when none of it begins. */
  private look(front: Front, done: ArrayLike<number>): void {
    const { chainOf, kOf, seconds, lag, firstOf, able, head, left } = this
    const [one, other] = [front[0]!, front[1]!]
    const both = Math.min(one, other)
    let count = 0
    for (let i = 0; i < this.byTail.length; i++) {
      const o = this.byTail[i]!
      const c = chainOf[o]!
      const d = done[c]!
      if (kOf[o]! < d) continue
      let from = front[this.chains + c]! + lag[o]!
      if (d === 0 && kOf[o]! > 0) from += seconds[firstOf[o]!]!
      const soonest = able[o] === BOTH ? both : able[o] === ONE ? one : other
      head[o] = from > soonest ? from : soonest
      left[count++] = o
    }
    this.count = count
  }

  /**
   * Bound for what is done one by one: work with heads and tails that may be interrupted (Carlier, The one-machine sequencing problem,
   * 1982).
   * @param counts 1 for each task that counts @param open when the thing is free, s
   */
  private oneByOne(counts: Uint8Array, open: number): number {
    const { head, sorted, rest, seconds, tails } = this
    let n = 0
    let [long, short] = [0, 0]
    for (let i = 0; i < this.count; i++) {
      const o = this.left[i]!
      if (counts[o] === 0) continue
      if (n === 0) long = tails[o]!
      // The longest tail comes first.
      short = tails[o]!
      let at = n++
      for (; at > 0 && head[sorted[at - 1]!]! > head[o]!; at--) sorted[at] = sorted[at - 1]!
      sorted[at] = o
    }
    if (n === 0) return 0
    let t = open
    if (long === short) {
      for (let i = 0; i < n; i++) t = Math.max(t, head[sorted[i]!]!) + seconds[sorted[i]!]!
      return t + long
    }
    for (let i = 0; i < n; i++) rest[i] = seconds[sorted[i]!]!
    let [end, begun, over] = [0, 0, 0]
    while (over < n) {
      let at = -1
      for (let i = 0; i < begun; i++) if (rest[i]! > 0 && (at < 0 || tails[sorted[i]!]! > tails[sorted[at]!]!)) at = i
      if (at < 0) t = Math.max(t, head[sorted[begun]!]!)
      else {
        const run = Math.min(rest[at]!, begun < n ? Math.max(0, head[sorted[begun]!]! - t) : Infinity)
        t += run
        rest[at]! -= run
        if (rest[at]! <= 0) {
          end = Math.max(end, t + tails[sorted[at]!]!)
          over++
        }
      }
      while (begun < n && head[sorted[begun]!]! <= t) begun++
    }
    return end
  }

  /**
   * Two people together, level by level. Take a level q and an end T. Loads with a tail of at least q are over by T − q. Of the others
   * that keep one thing of which there is one, at most q seconds fit between T − q and T, so that what they take beyond q is done by
   * T − q as well. None of all these begins before their least head, and nobody works on one before they are free: by a time t the two
   * have worked at most max(0, t − a) + max(0, t − b), where a and b are the later of that head and each one's freedom. So T − q is
   * no sooner than when this reaches the work.
   * @param one, other when each of them is free, s
   */
  private twoHands(one: number, other: number, enough: number): number {
    const { head, left, count, seconds, tails, keepers, kept, under } = this
    // What the loads under the level keep of each thing, s, and the least head among those: heads[i] of those after the i-th.
    for (let u = 0; u < keepers.length; u++) {
      const [keeps, heads] = [keepers[u]!, under[u]!]
      let [least, sum] = [Infinity, 0]
      for (let i = count - 1; i >= 0; i--) {
        heads[i] = least
        const o = left[i]!
        if (keeps[o] === 0) continue
        sum += seconds[o]!
        if (head[o]! < least) least = head[o]!
      }
      kept[u] = sum
    }
    let [most, work, from] = [0, 0, Infinity]
    for (let i = 0; i < count; i++) {
      const o = left[i]!
      const tail = tails[o]!
      work += seconds[o]!
      if (head[o]! < from) from = head[o]!
      let [all, since] = [work, from]
      for (let u = 0; u < keepers.length; u++) {
        if (keepers[u]![o] === 1) kept[u]! -= seconds[o]!
        if (kept[u]! <= tail) continue
        all += kept[u]! - tail
        since = Math.min(since, under[u]![i]!)
      }
      // Loads alone, too: what is under the level may begin sooner than they do.
      const alone = sharedBetween(from > one ? from : one, from > other ? from : other, work)
      const end = all > work ? Math.max(alone, sharedBetween(since > one ? since : one, since > other ? since : other, all)) : alone
      if (end + tail > most) {
        most = end + tail
        if (most > enough) return most
      }
    }
    return most
  }
}
