import { leastTails } from './bound'
import { endOf } from './model'
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

/** Whether every order of this instance can be searched: one or two people, at most as many shared things as are held one at a time, nothing locked ahead. */
export function canSearch(instance: Instance): boolean {
  const { hands, fixtures, chains } = instance
  const scarce = (['sink', 'tub', 'cabinet'] as const).every(f => fixtures[f] === 1 || fixtures[f] >= hands.length)
  return hands.length >= 1 && hands.length <= 2 && scarce && chains.every(c => c.tasks.every(t => !t.fixed))
}

/** What makes two chains the same to everybody but the one whose piece it is. */
const looks = (i: Instance, c: number): string => JSON.stringify({ ...i.chains[c]!, id: 0, waitedFor: i.chains.some(o => o.after.some(a => a.chain === i.chains[c]!.id)) ? c : -1 })

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

/**
 * Searches all orders in which the tasks can begin (branch and bound). A node is an order of some tasks with their people; starts are
 * the least fixed point of what that order, the lags and the shifts ask, so that windows shift earlier coats by themselves. Equal
 * pieces come in one order, equal people take the next task by who is free first.
 * @param below only schedules that end before this count, s @param floor no schedule ends sooner, s
 * @param goOn asked now and then with the share done; false ends the search
 */
export function searchOrders(instance: Instance, below: number, floor: number, goOn: (nodes: number) => boolean = () => true): Search {
  const { hands, chains } = instance
  const ops: Op[] = []
  const first: number[] = []
  const tails = leastTails(instance)
  for (const [c, chain] of chains.entries()) {
    first.push(ops.length)
    const end = chain.tasks.at(-1)!
    chain.tasks.forEach((t, k) => {
      const last = k === chain.tasks.length - 1
      const rest = last ? 0 : k === 0 ? (end.lag!.least) + end.seconds : Math.max(0, end.lag!.least - t.lag!.most - t.seconds) + end.seconds
      ops.push({ chain: c, k, seconds: t.seconds, able: hands.flatMap((h, i) => (h.may.includes(t.skill) ? [i] : [])), uses: t.uses, least: t.lag?.least ?? 0, most: t.lag?.most ?? Infinity, last, tail: rest + tails.get(chain.id)! })
    })
  }
  const total = ops.length
  const group = chains.map((_, c) => looks(instance, c)).map((key, c, all) => ({ key, before: c === 0 ? -1 : all.lastIndexOf(key, c - 1) }))
  const afters = chains.map(c => c.after.map(a => ({ chain: chains.findIndex(o => o.id === a.chain), wait: a.wait })))
  const alike = hands.length === 2 && JSON.stringify([hands[0]!.may, hands[0]!.shifts]) === JSON.stringify([hands[1]!.may, hands[1]!.shifts])
  const single = (f: Op['uses']) => f !== null && instance.fixtures[f] === 1
  if (ops.some(o => o.able.length === 0)) return { schedule: null, proved: true, nodes: 0 }

  // The order so far, as linked facts: before it in the order, on the same hands, at the same fixture.
  const order: number[] = []
  const person = new Int32Array(total)
  const onHands = new Int32Array(total)
  const onFixture = new Int32Array(total)
  const lasts: number[] = hands.map(() => -1)
  const lastAt: Record<string, number> = { sink: -1, tub: -1, cabinet: -1 }
  const done = chains.map(() => 0)
  const balance: { from: number, to: number, least: number }[] = []
  let limit = below
  let best: Schedule | null = null
  let nodes = 0
  let stopped = false

  /** Earliest within a shift at or after t; Infinity when there is none. */
  const inShift = (p: number, t: number, seconds: number) => {
    for (const [from, to] of hands[p]!.shifts) if (Math.max(t, from) + seconds <= to) return Math.max(t, from)
    return Infinity
  }

  /** Raises starts to the least that the order asks. @returns false when that is too late */
  function settle(est: Float64Array): boolean {
    for (;;) {
      let changed = false
      let before = 0
      for (const o of order) {
        const op = ops[o]!
        let t = Math.max(est[o]!, before)
        if (onHands[o]! >= 0) t = Math.max(t, est[onHands[o]!]! + ops[onHands[o]!]!.seconds)
        if (onFixture[o]! >= 0) t = Math.max(t, est[onFixture[o]!]! + ops[onFixture[o]!]!.seconds)
        const head = first[op.chain]!
        if (op.k > 0) t = Math.max(t, est[head]! + ops[head]!.seconds + op.least)
        else for (const a of afters[op.chain]!) {
          const tail = first[a.chain]! + chains[a.chain]!.tasks.length - 1
          t = Math.max(t, est[tail]! + ops[tail]!.seconds + a.wait)
        }
        t = inShift(person[o]!, t, op.seconds)
        if (t + op.seconds + op.tail >= limit) return false
        if (t > est[o]!) {
          est[o] = t
          changed = true
        }
        before = t
      }
      for (const b of balance) {
        if (est[b.from]! + b.least > est[b.to]!) {
          est[b.to] = est[b.from]! + b.least
          changed = true
        }
      }
      // What has begun and is not over yet comes after the last of the order; its window pulls its first task along.
      for (const [c, chain] of chains.entries()) {
        const head = first[c]!
        if (done[c] === 0) continue
        const headEnd = est[head]! + ops[head]!.seconds
        for (let k = 1; k < chain.tasks.length; k++) {
          const o = head + k
          if (k >= done[c]!) est[o] = Math.max(est[o]!, before, headEnd + ops[o]!.least)
          if (est[o]! + ops[o]!.seconds + ops[o]!.tail >= limit) return false
          const pulled = est[o]! - ops[o]!.most - ops[head]!.seconds
          if (pulled > est[head]!) {
            est[head] = pulled
            changed = true
          }
        }
      }
      if (!changed) return true
    }
  }

  /** No order that begins like this ends sooner. */
  function bound(est: Float64Array): number {
    const now = order.length ? est[order.at(-1)!]! : 0
    const free = hands.map((_, p) => Math.max(now, lasts[p]! >= 0 ? est[lasts[p]!]! + ops[lasts[p]!]!.seconds : 0))
    const left: { able: number[], uses: Op['uses'], head: number, seconds: number, tail: number }[] = []
    for (const [c, chain] of chains.entries()) {
      const head = first[c]!
      const start = done[c] === 0 ? Math.max(now, chain.release) : est[head]!
      for (let k = done[c]!; k < chain.tasks.length; k++) {
        const op = ops[head + k]!
        const from = k === 0 ? start : Math.max(now, done[c] === 0 ? start + ops[head]!.seconds + op.least : est[head + k]!)
        left.push({ able: op.able, uses: op.uses, head: Math.max(from, Math.min(...op.able.map(p => free[p]!))), seconds: op.seconds, tail: op.tail })
      }
    }
    let most = 0
    for (const p of hands.keys()) {
      const only = left.filter(l => l.able.length === 1 && l.able[0] === p)
      if (only.length > 0) most = Math.max(most, oneHandBound(only))
    }
    for (const f of ['sink', 'tub', 'cabinet'] as const) {
      const there = single(f) ? left.filter(l => l.uses === f) : []
      if (there.length > 0) most = Math.max(most, oneHandBound(there.map(l => ({ ...l, head: Math.max(l.head, lastAt[f]! >= 0 ? est[lastAt[f]!]! + ops[lastAt[f]!]!.seconds : 0) }))))
    }
    if (hands.length === 2) {
      // Both together: the longest tails first, level by level.
      const sorted = [...left].sort((a, b) => b.tail - a.tail)
      let [work, head] = [0, Infinity]
      for (const l of sorted) {
        work += l.seconds
        head = Math.min(head, l.head)
        most = Math.max(most, (Math.max(head, free[0]!) + Math.max(head, free[1]!) + work) / 2 + l.tail)
      }
    }
    return most
  }

  function leaf(est: Float64Array): void {
    const schedule = order.map(o => ({ chain: chains[ops[o]!.chain]!.id, task: ops[o]!.k, person: hands[person[o]!]!.id, start: est[o]! })).filter(s => Number.isFinite(s.start))
    const end = endOf(instance, schedule)
    if (end < limit) {
      limit = end
      best = schedule
    }
  }

  const standing = () => chains.reduce((n, c, i) => n + Number(c.holdsPlace && done[i]! > 0 && done[i]! < c.tasks.length), 0)

  function candidates(): number[] {
    const full = standing() >= instance.fixtures.place
    return chains.flatMap((chain, c): number[] => {
      const k = done[c]!
      if (k === chain.tasks.length || (k === 0 && full && chain.holdsPlace)) return []
      if (k === 0 && afters[c]!.some(a => done[a.chain]! < chains[a.chain]!.tasks.length)) return []
      const twin = group[c]!.before
      return twin >= 0 && done[twin]! <= k ? [] : [first[c]! + k]
    })
  }

  function branch(est: Float64Array): void {
    if (stopped || limit <= floor) return
    if (++nodes % 256 === 0 && !goOn(nodes)) {
      stopped = true
      return
    }
    if (order.length === total) return leaf(est)
    if (Math.ceil(bound(est) - 1e-6) >= limit) return
    const next: { o: number, p: number, est: Float64Array, tie: { from: number, to: number, least: number } | null }[] = []
    for (const o of candidates()) {
      for (const p of ops[o]!.able) {
        const other = 1 - p
        let tie: { from: number, to: number, least: number } | null = null
        if (alike) {
          // Equal people: whoever was free first takes it, and that stays so however the starts shift.
          if (lasts[other] === -1 && (lasts[p]! >= 0 || p === 1)) continue
          if (lasts[p]! >= 0) tie = { from: lasts[p]!, to: lasts[other]!, least: ops[lasts[p]!]!.seconds - ops[lasts[other]!]!.seconds }
        }
        const copy = est.slice()
        enter(o, p, tie)
        if (settle(copy)) next.push({ o, p, est: copy, tie })
        leave(o, p, tie)
      }
    }
    next.sort((a, b) => a.est[a.o]! - b.est[b.o]! || Number(ops[b.o]!.last) - Number(ops[a.o]!.last))
    for (const n of next) {
      enter(n.o, n.p, n.tie)
      // Something sooner may have been found meanwhile.
      if (settle(n.est)) branch(n.est)
      leave(n.o, n.p, n.tie)
    }
  }

  const undo: { hands: number, fixture: number }[] = []
  function enter(o: number, p: number, tie: { from: number, to: number, least: number } | null): void {
    const { uses, chain } = ops[o]!
    person[o] = p
    onHands[o] = lasts[p]!
    onFixture[o] = single(uses) ? lastAt[uses!]! : -1
    undo.push({ hands: lasts[p]!, fixture: uses ? lastAt[uses]! : -1 })
    lasts[p] = o
    if (uses) lastAt[uses] = o
    done[chain]!++
    order.push(o)
    if (tie) balance.push(tie)
  }
  function leave(o: number, p: number, tie: { from: number, to: number, least: number } | null): void {
    const { uses, chain } = ops[o]!
    const was = undo.pop()!
    lasts[p] = was.hands
    if (uses) lastAt[uses] = was.fixture
    done[chain]!--
    order.pop()
    if (tie) balance.pop()
  }

  const est = new Float64Array(total)
  chains.forEach((c, i) => est[first[i]!] = c.release)
  branch(est)
  return { schedule: best, proved: !stopped, nodes }
}
