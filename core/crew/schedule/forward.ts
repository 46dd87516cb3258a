import type { Chain, Instance, Schedule } from './model'
import { SHARED, endOf, twinsOf } from './model'

/**
 * How days are compared that are lived as far: by the end that hands and sink still allow, and by these leanings.
 * @property long what a second of dwell that has begun is worth, s: long dwells first leaves short ones for the end
 * @property sink weight of the end that the sink still allows
 */
export interface Leaning {
  long: number
  sink: number
}

/** Tried one after another: none is best for every day. */
export const LEANINGS: readonly Leaning[] = [0.1, 0.05, 0.2, 0.02, 0].flatMap(long => [0.5, 0].map(sink => ({ long, sink })))

/** Ways to go on that are kept of one day, the best first. */
const CHILDREN = 6

/** Kept one at a time. A place is given back when its chain's last task begins; until then it is never free. */
const KEPT = [...SHARED, 'place'] as const
const [SINK, PLACE] = [KEPT.indexOf('sink'), KEPT.indexOf('place')]

/**
 * A chain that has begun: which of its tasks are left, when its first one was over, and before when nothing of it can be done, s.
 */
interface Begun {
  chain: number
  rest: readonly number[]
  firstEnd: number
  notBefore: number
}

interface Trail {
  chain: number
  task: number
  person: number
  start: number
  before: Trail | null
}

/** A day lived up to where each pair of hands is free. */
interface Lived {
  free: readonly number[]
  units: readonly (readonly number[])[]
  begun: readonly Begun[]
  /** 1 for chains that have not begun. */
  left: Uint8Array
  /** When each chain was over; −1 for those that are not. */
  ends: Float64Array
  /** Work left in all, and at each kept thing, s. */
  work: number
  workAt: readonly number[]
  /** Least dwells of what has begun, s. */
  dwells: number
  trail: Trail | null
  /** The same for days that differ only in who did what. */
  progress: number
  score: number
}

/** What is asked again and again of a task, s. */
interface Facts {
  seconds: number
  /** Of its lag. */
  least: number
  most: number
  /** What of {@link KEPT} it waits for; −1 for nothing. */
  thing: number
  able: readonly number[]
  /** When what stays where it is keeps the only such thing, s. */
  taken: readonly (readonly [number, number])[]
}

/** One task taken by one pair of hands, before the day that follows is made. */
interface Step {
  person: number
  chain: number
  task: number
  start: number
  /** Which of what has begun it belongs to; −1 for a first task. */
  at: number
}

/** What a day comes to after a step, as far as it is compared. */
type After = Pick<Lived, 'free' | 'units' | 'begun' | 'work' | 'workAt' | 'dwells'>

/** Index of the least. */
function firstFree(units: readonly number[]): number {
  let first = 0
  for (let i = 1; i < units.length; i++) if (units[i]! < units[first]!) first = i
  return first
}

function least(values: readonly number[]): number {
  let found = Infinity
  for (const v of values) if (v < found) found = v
  return found
}

/** A number that tells sets of (chain, task) apart when those of a set are combined by exclusive or (Knuth's multiplicative hash). */
const mark = (chain: number, task: number): number => Math.imul(chain * 64 + task + 1, 0x9e3779b1)

/**
 * A day lived forward: whoever is free first takes one of the tasks that may come next, and of all days that come of it the most
 * promising few go on (beam search). Nothing is begun that would keep a wet piece from its window, as long as whatever is due
 * soonest is done first.
 */
class Forward {
  private readonly chains: readonly Chain[]
  /** When each pair of hands is there and not at something that stays where it is. */
  private readonly open: (readonly (readonly [number, number])[])[]
  private readonly capacity: number[]
  /** Whether there are fewer of them than chains; otherwise nobody ever waits for one. */
  private readonly short: boolean[]
  private readonly facts: Facts[][]
  /** Used over and over by {@link inTime}. */
  private readonly due: { task: Facts, from: number, to: number }[] = []
  private readonly waits: { chain: number, wait: number }[][]
  /** Tasks of each chain after its first. */
  private readonly later: number[][]
  /** The chain before this one that is the same to everybody; −1 for none. */
  private readonly twin: number[]

  constructor(
    private readonly instance: Instance,
    private readonly leaning: Leaning,
    private readonly width: number,
  ) {
    this.chains = instance.chains
    const fixed = this.chains.flatMap(c => c.tasks.flatMap(t => (t.fixed ? [{ ...t, fixed: t.fixed }] : [])))
    const span = (t: { fixed: { start: number }, seconds: number }) => [t.fixed.start, t.fixed.start + t.seconds] as const
    this.open = instance.hands.map(h => without(h.shifts, fixed.filter(t => t.fixed.person === h.id).map(span)))
    this.capacity = KEPT.map(f => instance.fixtures[f])
    this.short = this.capacity.map(count => count < this.chains.length)
    this.facts = this.chains.map(c =>
      c.tasks.map((t): Facts => {
        const kept = t.uses ? KEPT.indexOf(t.uses) : -1
        return {
          seconds: t.seconds,
          least: t.lag?.least ?? 0,
          most: t.lag?.most ?? Infinity,
          thing: kept >= 0 && this.short[kept] ? kept : -1,
          able: instance.hands.flatMap((h, p) => (h.may.includes(t.skill) ? [p] : [])),
          taken: kept >= 0 && this.capacity[kept] === 1 ? fixed.filter(f => f.uses === t.uses).map(span) : [],
        }
      }),
    )
    const index = new Map(this.chains.map((c, i) => [c.id, i]))
    this.waits = this.chains.map(c => c.after.map(a => ({ chain: index.get(a.chain)!, wait: a.wait })))
    this.later = this.chains.map(c => c.tasks.flatMap((t, k) => (k === 0 || t.fixed ? [] : [k])))
    this.twin = twinsOf(instance)
  }

  /** @returns the schedule, or null where this way of going on finds none */
  run(goOn: () => boolean): Schedule | null {
    let days = [this.beginning()]
    const steps = this.chains.reduce((sum, c) => sum + c.tasks.filter(t => !t.fixed).length, 0)
    for (let n = 0; n < steps; n++) {
      if (!goOn()) return null
      const next = new Map<string, Lived>()
      for (const day of days) {
        for (const child of this.nextDays(day)) {
          const key = `${child.progress},${child.free.toSorted((a, b) => a - b).join()}`
          const known = next.get(key)
          if (!known || child.score < known.score) next.set(key, child)
        }
      }
      days = [...next.values()].sort((a, b) => a.score - b.score).slice(0, this.width)
    }
    const found = days.map(d => this.scheduleOf(d))
    return found.reduce<Schedule | null>((best, s) => (best && endOf(this.instance, best) <= endOf(this.instance, s) ? best : s), null)
  }

  private beginning(): Lived {
    const begun: Begun[] = []
    const left = new Uint8Array(this.chains.length).fill(1)
    const ends = new Float64Array(this.chains.length).fill(-1)
    let work = 0
    const workAt = KEPT.map(() => 0)
    this.chains.forEach((c, i) => {
      const rest = c.tasks.flatMap((t, k) => (t.fixed ? [] : [k]))
      for (const k of rest) {
        work += c.tasks[k]!.seconds
        const { thing } = this.facts[i]![k]!
        if (thing >= 0) workAt[thing]! += c.tasks[k]!.seconds
      }
      const { fixed, seconds } = c.tasks[0]!
      if (!fixed) return
      left[i] = 0
      if (rest.length > 0) begun.push({ chain: i, rest, firstEnd: fixed.start + seconds, notBefore: c.release })
      const last = c.tasks.at(-1)!
      if (last.fixed) ends[i] = last.fixed.start + last.seconds
    })
    const holding = begun.filter(b => this.chains[b.chain]!.holdsPlace).length
    const units = this.capacity.map((count, i) =>
      this.short[i] ? Array.from({ length: count }, (_, u) => (i === PLACE && u < holding ? Infinity : 0)) : [],
    )
    const free = this.open.map(o => o[0]?.[0] ?? Infinity)
    return { free, units, begun, left, ends, work, workAt, dwells: 0, trail: null, progress: 0, score: 0 }
  }

  private scheduleOf(day: Lived): Schedule {
    const slots: Schedule = this.chains.flatMap(c =>
      c.tasks.flatMap((t, task) => (t.fixed ? [{ chain: c.id, task, person: t.fixed.person, start: t.fixed.start }] : [])),
    )
    for (let t = day.trail; t; t = t.before)
      slots.push({ chain: this.chains[t.chain]!.id, task: t.task, person: this.instance.hands[t.person]!.id, start: t.start })
    return slots
  }

  /** The earliest start from `t` on at which these hands are there, and whatever the task keeps is not kept by what stays where it is. */
  private startFrom(person: number, t: number, { seconds, taken }: Facts): number {
    for (const [from, to] of this.open[person]!) {
      let at = t > from ? t : from
      for (const [a, b] of taken) if (a < at + seconds && b > at) at = b
      if (at + seconds <= to) return at
    }
    return Infinity
  }

  /** When the thing that a task keeps is free. */
  private unitFrom(units: Lived['units'], { thing }: Facts): number {
    return thing >= 0 ? least(units[thing]!) : 0
  }

  /** Whether all that is wet can be done in time when whatever is due soonest is done first. */
  private inTime({ free, units, begun }: Pick<Lived, 'free' | 'units' | 'begun'>): boolean {
    const { due } = this
    let count = 0
    for (const { chain, rest, firstEnd, notBefore } of begun) {
      for (const k of rest) {
        const task = this.facts[chain]![k]!
        const to = firstEnd + task.most
        // Set where it belongs among those so far: they are few.
        let i = count++
        for (; i > 0 && due[i - 1]!.to > to; i--) due[i] = due[i - 1]!
        due[i] = { task, from: Math.max(notBefore, firstEnd + task.least), to }
      }
    }
    const hands = free.slice()
    let kept: number[][] | null = null
    for (let i = 0; i < count; i++) {
      const { task, from, to } = due[i]!
      const { thing, able } = task
      const ready = thing >= 0 ? Math.max(from, least((kept ?? units)[thing]!)) : from
      let [by, at] = [-1, Infinity]
      for (const p of able) {
        const t = hands[p]!
        const start = this.startFrom(p, t > ready ? t : ready, task)
        if (start < at || (start === at && by >= 0 && t > hands[by]!)) [by, at] = [p, start]
      }
      if (at > to) return false
      hands[by] = at + task.seconds
      if (thing < 0) continue
      kept ??= units.map(u => u.slice())
      kept[thing]![firstFree(kept[thing]!)] = at + task.seconds
    }
    return true
  }

  /** What the day comes to after this step. */
  private after(day: Lived, { person, chain: c, task: k, start, at }: Step): After {
    const chain = this.chains[c]!
    const { seconds, thing } = this.facts[c]![k]!
    const end = start + seconds
    const holds = chain.holdsPlace && this.short[PLACE]
    const [first, last] = [at === -1, k === chain.tasks.length - 1]
    let units = day.units
    if (thing >= 0) units = units.with(thing, units[thing]!.with(firstFree(units[thing]!), end))
    if (holds && first && !last) units = units.with(PLACE, units[PLACE]!.with(firstFree(units[PLACE]!), Infinity))
    if (holds && last && !first) units = units.with(PLACE, units[PLACE]!.with(units[PLACE]!.indexOf(Infinity), start))
    const rest = first ? this.later[c]! : day.begun[at]!.rest.slice(1)
    const begun = first ? day.begun.slice() : day.begun.toSpliced(at, 1)
    if (rest.length > 0) begun.push(first ? { chain: c, rest, firstEnd: end, notBefore: 0 } : { ...day.begun[at]!, rest })
    return {
      free: day.free.with(person, end),
      units,
      begun,
      work: day.work - seconds,
      workAt: thing >= 0 ? day.workAt.with(thing, day.workAt[thing]! - seconds) : day.workAt,
      dwells: day.dwells + (first ? this.facts[c]!.at(-1)!.least : 0),
    }
  }

  /** Less is better: when all could be over if nobody ever stood idle any more, and what the leanings add. */
  private scoreOf({ free, units, begun, work, workAt, dwells }: After): number {
    const { long, sink } = this.leaning
    let [busy, soonest] = [work, Infinity]
    for (const f of free) busy += f
    const byHands = busy / free.length
    for (const { chain, rest, firstEnd } of begun) soonest = Math.min(soonest, firstEnd + this.facts[chain]![rest.at(-1)!]!.least)
    let [end, bySink] = [byHands, 0]
    for (const [i, left] of workAt.entries()) {
      if (left === 0) continue
      const at = least(units[i]!)
      const byThing = (soonest === Infinity || soonest < at ? at : soonest) + left / this.capacity[i]!
      if (i === SINK) bySink = byThing
      end = Math.max(end, byThing)
    }
    return end + sink * bySink + 0.001 * byHands - long * dwells
  }

  /** All tasks that these hands could take next. */
  private stepsOf(day: Lived, person: number): Step[] {
    const t = day.free[person]!
    const steps: Step[] = []
    for (const [at, { chain, rest, firstEnd, notBefore }] of day.begun.entries()) {
      const [task] = rest as [number]
      const facts = this.facts[chain]![task]!
      if (!facts.able.includes(person)) continue
      const start = this.startFrom(person, Math.max(t, notBefore, firstEnd + facts.least, this.unitFrom(day.units, facts)), facts)
      if (start <= firstEnd + facts.most) steps.push({ person, chain, task, start, at })
    }
    for (const [chain, c] of this.chains.entries()) {
      const [facts] = this.facts[chain] as [Facts]
      const waits = this.waits[chain]!
      if (!day.left[chain] || (this.twin[chain]! >= 0 && day.left[this.twin[chain]!]) || !facts.able.includes(person)) continue
      if (waits.some(a => day.ends[a.chain]! < 0)) continue
      let ready = Math.max(t, c.release, this.unitFrom(day.units, facts))
      for (const a of waits) ready = Math.max(ready, day.ends[a.chain]! + a.wait)
      if (c.holdsPlace && this.short[PLACE] && c.tasks.length > 1) ready = Math.max(ready, least(day.units[PLACE]!))
      const start = this.startFrom(person, ready, facts)
      if (start < Infinity) steps.push({ person, chain, task: 0, start, at: -1 })
    }
    return steps
  }

  /** The best few days that follow from this one by one more task. */
  private nextDays(day: Lived): Lived[] {
    // Whoever can do nothing now waits until somebody else is free, and is asked again.
    for (let now = day, waited = 0; waited <= 4 * this.chains.length + 8; waited++) {
      const person = firstFree(now.free)
      if (now.free[person] === Infinity) return []
      const steps = this.stepsOf(now, person).map((step) => {
        const after = this.after(now, step)
        return { step, after, score: this.scoreOf(after) }
      })
      const children: Lived[] = []
      for (const { step, after, score } of steps.sort((a, b) => a.score - b.score)) {
        if (!this.inTime(after)) continue
        children.push(this.dayAfter(now, step, after, score))
        if (children.length === CHILDREN) break
      }
      if (children.length > 0) return children
      const t = now.free[person]!
      const later = [...now.free, ...this.chains.map(c => c.release)].filter(x => x > t)
      now = { ...now, free: now.free.with(person, least(later)) }
    }
    return []
  }

  private dayAfter(day: Lived, { person, chain: c, task, start, at }: Step, after: After, score: number): Lived {
    const chain = this.chains[c]!
    const left = at === -1 ? day.left.slice() : day.left
    if (at === -1) left[c] = 0
    const over = task === chain.tasks.length - 1
    const ends = over ? day.ends.slice() : day.ends
    if (over) ends[c] = start + chain.tasks[task]!.seconds
    const trail = { chain: c, task, person, start, before: day.trail }
    return { ...after, left, ends, trail, score, progress: day.progress ^ mark(c, task) }
  }
}

/** Stretches without what others take of them. */
function without(
  stretches: readonly (readonly [number, number])[],
  taken: readonly (readonly [number, number])[],
): (readonly [number, number])[] {
  return taken.reduce<(readonly [number, number])[]>(
    (open, [a, b]) =>
      open.flatMap(([from, to]): (readonly [number, number])[] =>
        a < to && b > from ? ([[from, a], [b, to]] as const).filter(([x, y]) => y > x) : [[from, to]],
      ),
    [...stretches],
  )
}

/** Whether a chain has a later task that stays where it is while its first one does not: that is no day to be lived forward. */
const heldFromBehind = (c: Chain) => !c.tasks[0]!.fixed && c.tasks.some(t => t.fixed)

/**
 * A schedule made by living the day forward, for large days: hands are packed as tightly as windows and fixtures let them, which
 * setting one chain after another does not.
 * @param width days that go on at each step
 * @param goOn asked at each step; false ends it without a schedule
 * @returns null where none is found. What it finds is to be verified: of fixtures of which there are several, it does not see what
 * stays where it is
 */
export function forwardSchedule(instance: Instance, leaning: Leaning, width: number, goOn: () => boolean = () => true): Schedule | null {
  return instance.chains.some(heldFromBehind) ? null : new Forward(instance, leaning, width).run(goOn)
}
