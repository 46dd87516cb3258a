import type { Chain, Fixture, Hands, Instance, Schedule, Task } from './model'

interface Busy {
  from: number
  to: number
}

/** Index of the first interval that ends after `t`; intervals are apart and in order. */
function firstAfter(list: readonly Busy[], t: number): number {
  let [low, high] = [0, list.length]
  while (low < high) {
    const mid = (low + high) >> 1
    if (list[mid]!.to > t) high = mid
    else low = mid + 1
  }
  return low
}

function put(list: Busy[], from: number, to: number): void {
  if (to > from) list.splice(firstAfter(list, from), 0, { from, to })
}

/** When these hands are next free for as long as that, from `t` on; Infinity when never again. */
function freeFrom(hands: Hands, busy: readonly Busy[], t: number, seconds: number): number {
  for (const [from, to] of hands.shifts) {
    let at = Math.max(t, from)
    if (at + seconds > to) continue
    for (let i = firstAfter(busy, at); i < busy.length && busy[i]!.from < at + seconds; i++) at = busy[i]!.to
    if (at + seconds <= to) return at
  }
  return Infinity
}

/**
 * The earliest t at or after `from` at which fewer than `capacity` intervals overlap [t, t + seconds). Overlaps are counted at the
 * start and wherever one begins inside.
 */
function roomFrom(list: readonly Busy[], capacity: number, from: number, seconds: number): number {
  if (capacity <= 0) return Infinity
  if (list.length < capacity) return from
  let at = from
  for (;;) {
    const inside = list.filter(b => b.from < at + seconds && b.to > at)
    if (inside.length < capacity) return at
    let blocked: number | null = null
    for (const begin of [at, ...inside.filter(b => b.from > at).map(b => b.from)].sort((a, b) => a - b)) {
      const over = inside.filter(b => b.from <= begin && b.to > begin)
      if (over.length >= capacity) {
        blocked = Math.min(...over.map(b => b.to))
        break
      }
    }
    if (blocked === null) return at
    at = blocked
  }
}

interface Found {
  start: number
  person: number
}

/** How many starts one chain tries before it is said not to fit. */
const MOST_TRIES = 4000

/**
 * A day on which chains are set one after another, each as early as what stands already lets it: hands, fixtures and
 * places as intervals. The base of every plan that is not searched to the end.
 */
export class Board {
  readonly slots: Schedule = []
  private readonly busy: Busy[][]
  private readonly held: Record<Fixture, Busy[]> = { place: [], sink: [], tub: [], cabinet: [] }
  private readonly ends = new Map<string, number>()
  private readonly able = new Map<string, number[]>()

  /** @param hold share of each window that a rinse is kept waiting, 0 to 1: it leaves room to coat one more before it */
  constructor(
    readonly instance: Instance,
    private readonly hold = 0,
  ) {
    this.busy = instance.hands.map(() => [])
    // What is being done or locked has its hands before anything is put round it, whichever chain comes first.
    for (const task of instance.chains.flatMap(c => c.tasks)) {
      if (task.fixed)
        this.keep(
          task,
          instance.hands.findIndex(h => h.id === task.fixed!.person),
          task.fixed.start,
        )
    }
  }

  /** Hands and fixture that a task keeps busy. @param person -1 for somebody who is not in the crew */
  private keep(task: Task, person: number, start: number): void {
    if (person >= 0) put(this.busy[person]!, start, start + task.seconds)
    if (task.uses) this.held[task.uses].push({ from: start, to: start + task.seconds })
  }

  private ableTo(skill: string): number[] {
    let found = this.able.get(skill)
    if (!found)
      this.able.set(skill, (found = this.instance.hands.flatMap((h, i) => ((h.may as readonly string[]).includes(skill) ? [i] : []))))
    return found
  }

  /** The earliest start for a task from `t` on, and the hands that come nearest from their last task. */
  private earliest(task: Task, t: number, own: readonly { person: number, from: number, to: number }[]): Found | null {
    let at = t
    for (let tries = 0; tries < MOST_TRIES; tries++) {
      const room = task.uses ? roomFrom(this.held[task.uses], this.instance.fixtures[task.uses], at, task.seconds) : at
      if (room === Infinity) return null
      let best: (Found & { idle: number }) | null = null
      for (const person of this.ableTo(task.skill)) {
        let start = freeFrom(this.instance.hands[person]!, this.busy[person]!, room, task.seconds)
        // The chain's own tasks are not on the board yet.
        for (const o of own)
          if (o.person === person && o.from < start + task.seconds && o.to > start)
            start = freeFrom(this.instance.hands[person]!, this.busy[person]!, o.to, task.seconds)
        const before = this.busy[person]!.at(firstAfter(this.busy[person]!, start) - 1)
        const idle = start - (before && before.to <= start ? before.to : 0)
        if (!best || start < best.start || (start === best.start && idle < best.idle)) best = { start, person, idle }
      }
      if (!best || best.start === Infinity) return null
      if (
        !task.uses
        || best.start === room
        || roomFrom(this.held[task.uses], this.instance.fixtures[task.uses], best.start, task.seconds) === best.start
      )
        return best
      at = best.start
    }
    return null
  }

  /**
   * A call that may come a little later is moved up against what these hands do next, so that what is left of the gap stays in one
   * piece. @param most latest start, s
   */
  private snug({ start, person }: Found, task: Task, most: number): number {
    const busy = this.busy[person]!
    const next = busy[firstAfter(busy, start)]
    const later = next ? next.from - task.seconds : Infinity
    const touches = busy[firstAfter(busy, start) - 1]?.to === start
    return touches || task.uses || later < start || later > most ? start : later
  }

  /** When everything that this chain waits for is over, s; null when one of them is not set yet. */
  private readyAt(chain: Chain): number | null {
    let ready = chain.release
    // What has begun, or was put where it is, no longer waits for anything.
    if (chain.tasks[0]!.fixed) return ready
    for (const a of chain.after) {
      const end = this.ends.get(a.chain)
      if (end === undefined) return null
      ready = Math.max(ready, end + a.wait)
    }
    return ready
  }

  /**
   * Sets a chain as early as it fits. @param from s, not before @param late a wet piece is rinsed too late rather than never
   * @returns false when it does not fit; the board is then as it was
   */
  add(chain: Chain, from = 0, late = false): boolean {
    const placed = this.find(chain, from, late)
    if (placed) this.set(chain, placed)
    return placed !== null
  }

  /** Where the chain would be set: people and starts of its tasks. Null when it does not fit. */
  find(chain: Chain, from = 0, late = false): { person: number, start: number }[] | null {
    const ready = this.readyAt(chain)
    if (ready === null) return null
    let t = Math.max(ready, from)
    for (let tries = 0; tries < MOST_TRIES; tries++) {
      const placed = this.tryAt(chain, t, late)
      if (placed === null || Array.isArray(placed)) return placed
      t = placed
    }
    return null
  }

  /** Tasks placed from `t` on, or a later time worth trying, or null when none is. */
  private tryAt(chain: Chain, t: number, late: boolean): { person: number, start: number }[] | number | null {
    const placed: { person: number, start: number, from: number, to: number }[] = []
    const [head] = chain.tasks
    let firstEnd = 0
    for (const [k, task] of chain.tasks.entries()) {
      if (task.fixed) {
        const person = this.instance.hands.findIndex(h => h.id === task.fixed!.person)
        placed.push({ person, start: task.fixed.start, from: task.fixed.start, to: task.fixed.start + task.seconds })
      }
      else {
        const held
          = k === chain.tasks.length - 1 && !head!.fixed
            ? Math.floor(this.hold * (task.lag?.most ?? 0) - this.hold * (task.lag?.least ?? 0))
            : 0
        const earliest = k === 0 ? t : Math.max(head!.fixed ? t : 0, firstEnd + task.lag!.least + held)
        const found = this.earliest(task, earliest, placed)
        if (!found) return null
        const most = k === 0 ? Infinity : firstEnd + task.lag!.most
        if (found.start > most && !(late && head!.fixed)) return head!.fixed ? null : placed[0]!.start + Math.max(1, found.start - most)
        const start = k > 0 && k < chain.tasks.length - 1 ? this.snug(found, task, most) : found.start
        placed.push({ person: found.person, start, from: start, to: start + task.seconds })
      }
      if (k === 0) firstEnd = placed[0]!.start + head!.seconds
    }
    if (chain.holdsPlace && !head!.fixed) {
      const [from, to] = [placed[0]!.start, placed.at(-1)!.start]
      const room = roomFrom(this.held.place, this.instance.fixtures.place, from, Math.max(1, to - from))
      if (room === Infinity) return null
      if (room > from) return room
    }
    return placed
  }

  /**
   * Time of hands that would be left over beside a chain set like this: gaps before and after its tasks that are too short for another
   * first task. @param short s, what counts as too short
   */
  leftover(chain: Chain, placed: readonly { person: number, start: number }[], short: number): number {
    const own = placed.map(({ person, start }, k): Busy & { person: number } => ({
      person,
      from: start,
      to: start + chain.tasks[k]!.seconds,
    }))
    let sum = 0
    for (const o of own) {
      const list = this.busy[o.person] ?? []
      const at = firstAfter(list, o.from)
      const beside = own.filter(x => x !== o && x.person === o.person)
      const before = Math.max(list[at - 1]?.to ?? 0, ...beside.filter(x => x.to <= o.from).map(x => x.to))
      const after = Math.min(list[at]?.from ?? Infinity, ...beside.filter(x => x.from >= o.to).map(x => x.from))
      for (const gap of [o.from - before, after - o.to]) if (gap > 0 && gap < short) sum += gap
    }
    return sum
  }

  private set(chain: Chain, placed: { person: number, start: number }[]): void {
    for (const [k, { person, start }] of placed.entries()) {
      const task = chain.tasks[k]!
      if (!task.fixed) this.keep(task, person, start)
      this.slots.push({ chain: chain.id, task: k, person: person >= 0 ? this.instance.hands[person]!.id : task.fixed!.person, start })
    }
    if (chain.holdsPlace && placed.length > 1) this.held.place.push({ from: placed[0]!.start, to: placed.at(-1)!.start })
    const last = placed.at(-1)!
    this.ends.set(chain.id, last.start + chain.tasks.at(-1)!.seconds)
  }

  /** Whether all that this chain waits for has been set. */
  knows(chain: Chain): boolean {
    return this.readyAt(chain) !== null
  }
}

/** Chains that cannot move any more stand first: all done, or wet and waiting for their rinse, the soonest due first. */
const dueOf = (c: Chain): number => c.tasks[0]!.fixed!.start + c.tasks[0]!.seconds + (c.tasks.at(-1)!.lag?.most ?? 0)

/**
 * Sets the chains in this order, each as early as it fits; what is fixed first, and what waits for others after those.
 * @param hold share of each window that rinses are kept waiting @returns what was set, and the first chain that does not fit
 */
export function scheduleInOrder(instance: Instance, order: readonly Chain[], hold = 0): { schedule: Schedule, stuck: Chain | null } {
  const board = new Board(instance, hold)
  const fixed = instance.chains
    .filter(c => c.tasks[0]!.fixed)
    .sort((a, b) => Number(b.tasks.every(t => t.fixed)) - Number(a.tasks.every(t => t.fixed)) || dueOf(a) - dueOf(b))
  for (const chain of fixed) if (!board.add(chain, 0, true)) return { schedule: board.slots, stuck: chain }
  const left = order.filter(c => !c.tasks[0]!.fixed)
  while (left.length > 0) {
    const at = Math.max(
      0,
      left.findIndex(c => board.knows(c)),
    )
    if (!board.add(left[at]!)) return { schedule: board.slots, stuck: left[at]! }
    left.splice(at, 1)
  }
  return { schedule: board.slots, stuck: null }
}
