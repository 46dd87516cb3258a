import { SHARED, chainsById } from './model'
import type { Chain, Fixture, Hands, Instance, Task } from './model'

/** A stretch of work that cannot begin before `head` and is followed by `tail` until the end, s. */
interface Load {
  head: number
  seconds: number
  tail: number
}

/**
 * When this much work can be over at the earliest, shared by these hands from `from` on, s. By any time t no more is done than
 * the hands that are there have seconds between `from` and t, all of them busy all the time: the earliest t at which those reach
 * the work is the answer.
 */
function workedBy(hands: readonly Hands[], from: number, work: number): number {
  if (work <= 0) return from
  const edges = [...new Set(hands.flatMap(h => h.shifts.flatMap(([a, b]) => [Math.max(a, from), Math.max(b, from)])))].sort((a, b) => a - b)
  let left = work
  for (const [i, at] of edges.entries()) {
    const next = edges[i + 1] ?? at
    const there = hands.filter(h => h.shifts.some(([a, b]) => a <= at && at < b)).length
    if (there * (next - at) >= left) return at + left / there
    left -= there * (next - at)
  }
  return Infinity
}

/** Heads and tails of a chain's tasks when nothing else were in the way, s. */
function loadsOf(chain: Chain, ready: number, tail = chain.tail): (Load & { task: Task })[] {
  const [first] = chain.tasks
  const last = chain.tasks.at(-1)!
  const start = first!.fixed ? first!.fixed.start : ready
  const firstEnd = start + first!.seconds
  const least = (t: Task) => t.lag?.least ?? 0
  return chain.tasks.map((task, k) => {
    const head = task.fixed ? task.fixed.start : k === 0 ? ready : Math.max(ready, firstEnd + least(task))
    // After the first task the dwell runs out its least time; after a care call the rinse comes when its own lag lets it.
    const rest
      = k === chain.tasks.length - 1
        ? 0
        : k === 0
          ? least(last) + last.seconds
          : Math.max(0, least(last) - (task.lag!.most + task.seconds)) + last.seconds
    return { task, head, seconds: task.seconds, tail: rest + tail }
  })
}

/** Things of which there are so many, and what keeps one of them. */
interface Kept<L> {
  count: number
  keeps: (load: L) => boolean
}

/**
 * The best of all sets of loads with no head before one level and no tail under another. None of a set begins before that head,
 * so that its work is over no sooner than `over` says; whichever of them is over last is followed by that tail or more. So each
 * set gives a bound, and the greatest of them is one.
 *
 * With things that are kept: loads with a shorter tail q that keep one of k things can be worked on for k·q seconds at most in the last
 * q seconds. What they take beyond that is over before those as well, like the set itself, and joins its work.
 */
function groupBound<L extends Load>(
  loads: readonly L[],
  over: (from: number, work: number) => number,
  kept: readonly Kept<L>[] = [],
): number {
  let best = 0
  const heads = [...new Set(loads.map(l => l.head))].sort((a, b) => a - b).slice(0, 60)
  const tails = [...new Set(loads.map(l => l.tail))].sort((a, b) => a - b).slice(0, 60)
  for (const head of heads) {
    const later = loads.filter(l => l.head >= head)
    const things = kept.map(({ count, keeps }) => ({ count, users: later.filter(keeps) }))
    for (const tail of tails) {
      const seconds = (of: readonly L[], long: boolean) => of.reduce((sum, l) => (l.tail >= tail === long ? sum + l.seconds : sum), 0)
      const group = seconds(later, true)
      if (group === 0) continue
      const beyond = things.reduce((sum, { count, users }) => sum + Math.max(0, seconds(users, false) - count * tail), 0)
      best = Math.max(best, over(head, group + beyond) + tail)
    }
  }
  return best
}

/** Earliest times at which chains may begin, with what they wait for. */
export function readyTimes(instance: Instance): Map<string, number> {
  const ready = new Map<string, number>()
  const chains = chainsById(instance)
  const of = (chain: Chain, seen: Set<string>): number => {
    const known = ready.get(chain.id)
    if (known !== undefined) return known
    if (seen.has(chain.id)) return Infinity
    // What began already, or is locked, waits for nothing any more.
    const waits = chain.tasks[0]!.fixed ? [] : chain.after
    const at = Math.max(
      chain.release,
      ...waits.map((a) => {
        const before = chains.get(a.chain)
        return before ? Math.max(...loadsOf(before, of(before, new Set([...seen, chain.id]))).map(l => l.head + l.seconds)) + a.wait : 0
      }),
    )
    ready.set(chain.id, at)
    return at
  }
  instance.chains.forEach(c => of(c, new Set()))
  return ready
}

/** The least time from a chain's start to its end, s, without what comes after it. */
const spanOf = (chain: Chain): number =>
  chain.tasks.length === 1
    ? chain.tasks[0]!.seconds
    : chain.tasks[0]!.seconds + chain.tasks.at(-1)!.lag!.least + chain.tasks.at(-1)!.seconds

/**
 * What follows each chain at least, s: its drying, and whatever waits for it, which takes its own least span; what is fixed waits for
 * nothing.
 */
export function leastTails(instance: Instance): Map<string, number> {
  const tails = new Map<string, number>()
  const of = (chain: Chain, depth: number): number => {
    const known = tails.get(chain.id)
    if (known !== undefined) return known
    const waiting
      = depth > instance.chains.length
        ? []
        : instance.chains
            .filter(o => !o.tasks[0]!.fixed)
            .flatMap(o => o.after.filter(a => a.chain === chain.id).map(a => a.wait + spanOf(o) + of(o, depth + 1)))
    const tail = Math.max(chain.tail, ...waiting)
    tails.set(chain.id, tail)
    return tail
  }
  instance.chains.forEach(c => of(c, 0))
  return tails
}

/**
 * No schedule of this instance can end sooner, s: each chain for itself; all work of any set of skills shared by those who have one
 * of them; each kind of fixture; and the places of the bench, each held for coat and dwell.
 */
export function lowerBound(instance: Instance): number {
  const ready = readyTimes(instance)
  const tails = leastTails(instance)
  const loads = instance.chains.flatMap(c => loadsOf(c, ready.get(c.id)!, tails.get(c.id)!).map(l => ({ ...l, chain: c })))
  let bound = Math.max(0, ...loads.map(l => l.head + l.seconds + l.tail))
  const skills = [...new Set(loads.map(l => l.task.skill))]
  const kept = SHARED.map(f => ({
    count: instance.fixtures[f],
    keeps: (l: { task: Task }) => l.task.uses === f,
  }))
  const groups: string[][] = [skills, ...skills.map(s => [s])]
  for (const group of groups) {
    const able = instance.hands.filter(h => group.some(s => h.may.includes(s)))
    // A fact was done by whoever was there; only work still to do is shared out.
    const work = loads.filter(l => group.includes(l.task.skill) && !l.task.fixed)
    if (work.length > 0)
      bound = Math.max(bound, able.length === 0 ? Infinity : groupBound(work, (from, seconds) => workedBy(able, from, seconds), kept))
  }
  const shared = (fixture: Fixture, work: Load[]) => {
    const count = instance.fixtures[fixture]
    if (work.length > 0) bound = Math.max(bound, count <= 0 ? Infinity : groupBound(work, (from, seconds) => from + seconds / count))
  }
  for (const fixture of SHARED)
    shared(
      fixture,
      loads.filter(l => l.task.uses === fixture && !l.task.fixed),
    )
  shared(
    'place',
    instance.chains
      .filter(c => c.holdsPlace && !c.tasks[0]!.fixed)
      .map((c) => {
        const last = c.tasks.at(-1)!
        return { head: ready.get(c.id)!, seconds: c.tasks[0]!.seconds + last.lag!.least, tail: last.seconds + tails.get(c.id)! }
      }),
  )
  return Math.ceil(bound - 1e-6)
}
