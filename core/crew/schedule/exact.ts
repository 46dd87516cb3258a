import { leastTails } from './bound'
import { endOf, twinsOf } from './model'
import type { Fixture, Instance, Schedule } from './model'

interface Op {
  chain: number
  k: number
  seconds: number
  /** Who may do it. */
  able: number[]
  uses: Exclude<Fixture, 'place'> | null
  least: number
  most: number
  /** The last task of its chain. */
  last: boolean
  /** s that follow its end at least. */
  tail: number
}

export interface Search {
  /** The best found; null when none is sooner than `below`. */
  schedule: Schedule | null
  /** Every order was searched or ruled out. */
  proved: boolean
  nodes: number
}

/**
 * Whether every order of this instance can be searched: one or two people, at most as many shared things as are held one at a time,
 * nothing locked ahead.
 */
export function canSearch(instance: Instance): boolean {
  const { hands, fixtures, chains } = instance
  const scarce = (['sink', 'tub', 'cabinet'] as const).every(f => fixtures[f] === 1 || fixtures[f] >= hands.length)
  return hands.length >= 1 && hands.length <= 2 && scarce && chains.every(c => c.tasks.every(t => !t.fixed))
}

/** Preemptive bound for one pair of hands: work with heads and tails (Carlier, The one-machine sequencing problem, 1982). */
function oneHandBound(loads: { head: number, seconds: number, tail: number }[]): number {
  const left = loads.map(l => ({ ...l })).sort((a, b) => a.head - b.head)
  let [t, end, i] = [0, 0, 0]
  const open: typeof left = []
  while (i < left.length || open.length > 0) {
    if (open.length === 0) t = Math.max(t, left[i]!.head)
    while (i < left.length && left[i]!.head <= t) open.push(left[i++]!)
    let at = 0
    for (let j = 1; j < open.length; j++) if (open[j]!.tail > open[at]!.tail) at = j
    const job = open[at]!
    const run = Math.min(job.seconds, i < left.length ? left[i]!.head - t : Infinity)
    t += run
    job.seconds -= run
    if (job.seconds <= 0) {
      end = Math.max(end, t + job.tail)
      open.splice(at, 1)
    }
  }
  return end
}

type Loads = { able: number[], uses: Op['uses'], head: number, seconds: number, tail: number }[]

/** start(to) − start(from) ≥ least */
interface Tie {
  from: number
  to: number
  least: number
}

/** A task and the hands that take it next, with the starts that follow from it. */
interface Move {
  o: number
  p: number
  tie: Tie | null
  est: Float64Array
}

const FIXED = ['sink', 'tub', 'cabinet'] as const

function opsOf({ chains, hands, ...instance }: Instance): Op[] {
  const tails = leastTails({ chains, hands, ...instance })
  return chains.flatMap((chain, c) => {
    const end = chain.tasks.at(-1)!
    return chain.tasks.map((t, k): Op => {
      const last = k === chain.tasks.length - 1
      const rest = last ? 0 : k === 0 ? end.lag!.least + end.seconds : Math.max(0, end.lag!.least - t.lag!.most - t.seconds) + end.seconds
      return {
        chain: c,
        k,
        last,
        seconds: t.seconds,
        able: hands.flatMap((h, i) => (h.may.includes(t.skill) ? [i] : [])),
        uses: t.uses,
        least: t.lag?.least ?? 0,
        most: t.lag?.most ?? Infinity,
        tail: rest + tails.get(chain.id)!,
      }
    })
  })
}

/** One search: the order so far as linked facts, changed in place on the way down and put back on the way up. */
class OrderSearch {
  private readonly ops: Op[]
  /** First task of each chain among `ops`. */
  private readonly first: number[] = []
  /** The chain before this one that looks the same; −1 for none. */
  private readonly twin: number[]
  private readonly afters: { chain: number, wait: number }[][]
  /** Two people who may and can do the same. */
  private readonly alike: boolean
  /** Things of which there is one. */
  private readonly single: (typeof FIXED)[number][]

  private readonly order: number[] = []
  private readonly person: Int32Array
  /** Before it on the same hands, and at the same fixture; −1 for none. */
  private readonly onHands: Int32Array
  private readonly onFixture: Int32Array
  private readonly lastBy: number[]
  private readonly lastAt: Record<(typeof FIXED)[number], number> = { sink: -1, tub: -1, cabinet: -1 }
  /** Tasks of each chain in the order so far. */
  private readonly done: number[]
  private readonly ties: Tie[] = []
  private readonly undo: { hands: number, fixture: number }[] = []

  private best: Schedule | null = null
  private nodes = 0
  private stopped = false

  constructor(
    private readonly instance: Instance,
    private limit: number,
    private readonly floor: number,
    private readonly goOn: (nodes: number) => boolean,
  ) {
    const { chains, hands } = instance
    this.single = FIXED.filter(f => instance.fixtures[f] === 1)
    this.ops = opsOf(instance)
    chains.reduce((at, c) => {
      this.first.push(at)
      return at + c.tasks.length
    }, 0)
    this.twin = twinsOf(instance)
    this.afters = chains.map(c => c.after.map(a => ({ chain: chains.findIndex(o => o.id === a.chain), wait: a.wait })))
    const [one, other] = hands
    this.alike = hands.length === 2 && JSON.stringify([one!.may, one!.shifts]) === JSON.stringify([other!.may, other!.shifts])
    this.person = new Int32Array(this.ops.length)
    this.onHands = new Int32Array(this.ops.length)
    this.onFixture = new Int32Array(this.ops.length)
    this.lastBy = hands.map(() => -1)
    this.done = chains.map(() => 0)
  }

  run(): Search {
    if (this.ops.every(o => o.able.length > 0)) {
      const est = new Float64Array(this.ops.length)
      this.instance.chains.forEach((c, i) => (est[this.first[i]!] = c.release))
      this.branch(est)
    }
    return { schedule: this.best, proved: !this.stopped, nodes: this.nodes }
  }

  private endAt(o: number, est: Float64Array): number {
    return est[o]! + this.ops[o]!.seconds
  }

  private tooLate(o: number, est: Float64Array): boolean {
    return this.endAt(o, est) + this.ops[o]!.tail >= this.limit
  }

  /** Earliest within a shift at or after t; Infinity when there is none. */
  private inShift(p: number, t: number, seconds: number): number {
    for (const [from, to] of this.instance.hands[p]!.shifts) if (Math.max(t, from) + seconds <= to) return Math.max(t, from)
    return Infinity
  }

  /** The least start of a task of the order, given the starts of the others. */
  private leastStart(o: number, before: number, est: Float64Array): number {
    const op = this.ops[o]!
    let t = Math.max(est[o]!, before)
    if (this.onHands[o]! >= 0) t = Math.max(t, this.endAt(this.onHands[o]!, est))
    if (this.onFixture[o]! >= 0) t = Math.max(t, this.endAt(this.onFixture[o]!, est))
    if (op.k > 0) t = Math.max(t, this.endAt(this.first[op.chain]!, est) + op.least)
    else
      for (const a of this.afters[op.chain]!)
        t = Math.max(t, this.endAt(this.first[a.chain]! + this.instance.chains[a.chain]!.tasks.length - 1, est) + a.wait)
    return this.inShift(this.person[o]!, t, op.seconds)
  }

  /** Starts along the order. @returns whether anything rose; null when something is too late */
  private raiseOrder(est: Float64Array): boolean | null {
    let [rose, before] = [false, 0]
    for (const o of this.order) {
      const t = this.leastStart(o, before, est)
      if (t > est[o]!) rose = true
      est[o] = before = t
      if (this.tooLate(o, est)) return null
    }
    for (const tie of this.ties) {
      if (est[tie.from]! + tie.least <= est[tie.to]!) continue
      est[tie.to] = est[tie.from]! + tie.least
      rose = true
    }
    return rose
  }

  /** What has begun and is not over comes after the last of the order; its window pulls its first task along. @returns as above */
  private raiseBegun(est: Float64Array): boolean | null {
    const now = this.order.length ? est[this.order.at(-1)!]! : 0
    let rose = false
    for (const [c, chain] of this.instance.chains.entries()) {
      const head = this.first[c]!
      if (this.done[c] === 0) continue
      const headEnd = this.endAt(head, est)
      for (let k = 1; k < chain.tasks.length; k++) {
        const o = head + k
        if (k >= this.done[c]!) est[o] = Math.max(est[o]!, now, headEnd + this.ops[o]!.least)
        if (this.tooLate(o, est)) return null
        const pulled = est[o]! - this.ops[o]!.most - this.ops[head]!.seconds
        if (pulled <= est[head]!) continue
        est[head] = pulled
        rose = true
      }
    }
    return rose
  }

  /** Raises starts to the least that the order asks. @returns false when that is too late */
  private settle(est: Float64Array): boolean {
    for (;;) {
      const along = this.raiseOrder(est)
      if (along === null) return false
      const begun = this.raiseBegun(est)
      if (begun === null) return false
      if (!along && !begun) return true
    }
  }

  /** Tasks that are not in the order yet, each with the least head and tail. */
  private left(est: Float64Array, now: number, free: readonly number[]): Loads {
    return this.instance.chains.flatMap((chain, c) => {
      const head = this.first[c]!
      const begun = this.done[c]! > 0
      const start = begun ? est[head]! : Math.max(now, chain.release)
      return chain.tasks.slice(this.done[c]).map((_, i) => {
        const o = head + this.done[c]! + i
        const op = this.ops[o]!
        const from = op.k === 0 ? start : Math.max(now, begun ? est[o]! : start + this.ops[head]!.seconds + op.least)
        return {
          able: op.able,
          uses: op.uses,
          head: Math.max(from, Math.min(...op.able.map(p => free[p]!))),
          seconds: op.seconds,
          tail: op.tail,
        }
      })
    })
  }

  /** No order that begins like this ends sooner. */
  private bound(est: Float64Array): number {
    const { hands, fixtures } = this.instance
    const now = this.order.length ? est[this.order.at(-1)!]! : 0
    const free = this.lastBy.map(o => Math.max(now, o >= 0 ? this.endAt(o, est) : 0))
    const left = this.left(est, now, free)
    let most = 0
    for (const p of hands.keys()) most = Math.max(most, oneHandBound(left.filter(l => l.able.length === 1 && l.able[0] === p)))
    for (const f of FIXED) {
      if (fixtures[f] !== 1) continue
      const open = this.lastAt[f] >= 0 ? this.endAt(this.lastAt[f], est) : 0
      most = Math.max(most, oneHandBound(left.filter(l => l.uses === f).map(l => ({ ...l, head: Math.max(l.head, open) }))))
    }
    return hands.length === 2 ? Math.max(most, twoHandBound(left, free, this.single)) : most
  }

  private leaf(est: Float64Array): void {
    const { chains, hands } = this.instance
    const schedule = this.order.map(o => ({
      chain: chains[this.ops[o]!.chain]!.id,
      task: this.ops[o]!.k,
      person: hands[this.person[o]!]!.id,
      start: est[o]!,
    }))
    const end = endOf(this.instance, schedule)
    if (end >= this.limit) return
    this.limit = end
    this.best = schedule
  }

  /** Tasks that may come next: no place taken that is not free, nothing before what it waits for, equal pieces in one order. */
  private candidates(): number[] {
    const { chains, fixtures } = this.instance
    const over = (c: number) => this.done[c] === chains[c]!.tasks.length
    const full = chains.filter((c, i) => c.holdsPlace && this.done[i]! > 0 && !over(i)).length >= fixtures.place
    return chains.flatMap((chain, c): number[] => {
      const k = this.done[c]!
      if (over(c) || (k === 0 && ((full && chain.holdsPlace) || this.afters[c]!.some(a => !over(a.chain))))) return []
      return this.twin[c]! >= 0 && this.done[this.twin[c]!]! <= k ? [] : [this.first[c]! + k]
    })
  }

  /**
   * Equal people: whoever was free first takes it, and that stays so however the starts shift.
   * @returns undefined when the other one does
   */
  private tieFor(p: number): Tie | null | undefined {
    if (!this.alike) return null
    const [mine, others] = [this.lastBy[p]!, this.lastBy[1 - p]!]
    if (others === -1) return mine >= 0 || p === 1 ? undefined : null
    return mine === -1 ? null : { from: mine, to: others, least: this.ops[mine]!.seconds - this.ops[others]!.seconds }
  }

  private moves(est: Float64Array): Move[] {
    const found: Move[] = []
    for (const o of this.candidates()) {
      for (const p of this.ops[o]!.able) {
        const tie = this.tieFor(p)
        if (tie === undefined) continue
        const move = { o, p, tie, est: est.slice() }
        this.enter(move)
        if (this.settle(move.est)) found.push(move)
        this.leave(move)
      }
    }
    return found.sort((a, b) => a.est[a.o]! - b.est[b.o]! || Number(this.ops[b.o]!.last) - Number(this.ops[a.o]!.last))
  }

  private branch(est: Float64Array): void {
    if (this.stopped || this.limit <= this.floor) return
    if (++this.nodes % 256 === 0 && !this.goOn(this.nodes)) {
      this.stopped = true
      return
    }
    if (this.order.length === this.ops.length) return this.leaf(est)
    if (Math.ceil(this.bound(est) - 1e-6) >= this.limit) return
    for (const move of this.moves(est)) {
      this.enter(move)
      // Something sooner may have been found meanwhile.
      if (this.settle(move.est)) this.branch(move.est)
      this.leave(move)
    }
  }

  private enter({ o, p, tie }: Move): void {
    const { uses, chain } = this.ops[o]!
    this.person[o] = p
    this.onHands[o] = this.lastBy[p]!
    this.onFixture[o] = uses && this.instance.fixtures[uses] === 1 ? this.lastAt[uses] : -1
    this.undo.push({ hands: this.lastBy[p]!, fixture: uses ? this.lastAt[uses] : -1 })
    this.lastBy[p] = o
    if (uses) this.lastAt[uses] = o
    this.done[chain]!++
    this.order.push(o)
    if (tie) this.ties.push(tie)
  }

  private leave({ o, p, tie }: Move): void {
    const { uses, chain } = this.ops[o]!
    const was = this.undo.pop()!
    this.lastBy[p] = was.hands
    if (uses) this.lastAt[uses] = was.fixture
    this.done[chain]!--
    this.order.pop()
    if (tie) this.ties.pop()
  }
}

/** When two people who are free from these times on have done this much work between them at the earliest, s. */
function sharedBetween(one: number, other: number, work: number): number {
  const [first, second] = [Math.min(one, other), Math.max(one, other)]
  return work <= second - first ? first + work : (first + second + work) / 2
}

/**
 * Two people together, level by level. Take a level q and an end T. Loads with a tail of at least q are over by T − q. Of the others
 * that keep one thing of which there is one, at most q seconds fit between T − q and T, so that what they take beyond q is done by
 * T − q as well. None of all these begins before their least head, and nobody works on one before they are free: by a time t the two
 * have worked at most max(0, t − a) + max(0, t − b), where a and b are the later of that head and each one's freedom. So T − q is
 * no sooner than when this reaches the work.
 * @param free when each of them is, s @param single things of which there is one
 */
function twoHandBound(loads: Loads, free: readonly number[], single: readonly Op['uses'][]): number {
  const sorted = [...loads].sort((a, b) => b.tail - a.tail)
  // What the loads under the level keep of each thing, s, and the least head among those.
  const under = single.map(f => ({ f, seconds: 0, heads: [] as number[] }))
  for (const u of under) {
    let head = Infinity
    // From the shortest tail up: heads[i] is the least head of those after the i-th that keep it.
    for (let i = sorted.length - 1; i >= 0; i--) {
      u.heads[i] = head
      const l = sorted[i]!
      if (l.uses !== u.f) continue
      u.seconds += l.seconds
      head = Math.min(head, l.head)
    }
  }
  let [most, work, head] = [0, 0, Infinity]
  for (const [i, l] of sorted.entries()) {
    work += l.seconds
    head = Math.min(head, l.head)
    let [all, from] = [work, head]
    for (const u of under) {
      if (l.uses === u.f) u.seconds -= l.seconds
      if (u.seconds <= l.tail) continue
      all += u.seconds - l.tail
      from = Math.min(from, u.heads[i]!)
    }
    most = Math.max(most, sharedBetween(Math.max(from, free[0]!), Math.max(from, free[1]!), all) + l.tail)
    // Loads alone, too: what is under the level may begin sooner than they do.
    most = Math.max(most, sharedBetween(Math.max(head, free[0]!), Math.max(head, free[1]!), work) + l.tail)
  }
  return most
}

/**
 * Searches all orders in which the tasks can begin (branch and bound). A node is an order of some tasks with their people; starts are
 * the least fixed point of what that order, the lags and the shifts ask, so that windows shift earlier coats by themselves. Equal
 * pieces come in one order, equal people take the next task by who is free first.
 * @param below only schedules that end before this count, s @param floor no schedule ends sooner, s
 * @param goOn asked now and then with the nodes seen; false ends the search
 */
export const searchOrders = (instance: Instance, below: number, floor: number, goOn: (nodes: number) => boolean = () => true): Search =>
  new OrderSearch(instance, below, floor, goOn).run()
