import type { Front, Fronts } from './front'
import { Mixture } from './mixture'
import type { Column } from './mixture'
import type { Shared } from './model'
import type { Tasks } from './tasks'

/** Stretches of equal length into which a day is divided: prices go evenly from one end of each to the other. */
const STRETCHES = 12
/** Ends of those. */
const KNOTS = STRETCHES + 1
/** How often columns are made in one search. */
const ROUNDS = 25
/** Prices that rule a day out by this share of what the best of their kind do are good enough. */
const ENOUGH = 0.5
/** On longer days only some of the seconds are looked at, s. */
const SECONDS = 2000

/** Prices at each knot: of a pair of hands, then of each thing. */
export type Knots = Float64Array

/** What is done together: a first task with all that follow it, or a later one whose first is done. */
interface Unit {
  first: number
  later: readonly number[]
  /** Not before, s. */
  from: number
}

/** Where a unit is cheapest: the starts of its tasks, s, and what it pays. */
interface Cheapest {
  starts: number[]
  paid: number
}

/**
 * Finds prices that rule a day out as {@link PricePool} uses them, or finds that none of this kind do. Say each unit of work may be done
 * in parts, here and there: is there a mixture for which hands and things suffice around each knot? Where there is none, the prices that
 * tell so rule the day out. Of all the ways to do a unit those are put into the mixture that are cheapest at the prices of the moment
 * (Dantzig & Wolfe, Decomposition principle for linear programs, 1960).
 */
export class PriceSearch {
  /** Things of which there is one, as far as any task keeps them. */
  readonly things: readonly Shared[]
  /** What each task takes besides hands: 0, or 1 and more for a thing. */
  readonly thing: readonly number[]
  /** All has to be over by then, s. */
  private last = 0
  /** What counts for each knot of all seconds before each: a second counts for the two knots around it, more for the nearer one. */
  private hats: Float64Array[] = []
  /** Of that, what counts while each pair of hands is there. */
  private hatsOf: Float64Array[][] = []
  /** What all seconds from the beginning on come to at the prices of the moment: of hands, and of hands with each thing. */
  private sums: Float64Array[] = []
  /** For each later task of a chain: what is paid from each second on at least, and where. */
  private least: Float64Array[] = []
  private at: Int32Array[] = []

  /** @param shifts when each pair of hands is there; all times, those of fronts too, are counted from when the first thing may begin, s */
  constructor(
    private readonly tasks: Tasks,
    private readonly fronts: Fronts,
    private readonly shifts: readonly (readonly (readonly [number, number])[])[],
  ) {
    const { ops, single } = tasks
    this.things = single.filter(f => ops.some(o => o.uses === f))
    this.thing = ops.map(o => (o.uses ? this.things.indexOf(o.uses) + 1 : 0))
  }

  /** Prices to begin with when nothing is known: hands are scarce at first, and things are waited for at the end. */
  opened(): Knots {
    return Float64Array.from({ length: KNOTS * (1 + this.things.length) }, (_, i) => (i < KNOTS ? STRETCHES - i : i % KNOTS))
  }

  /** @param last all has to be over by then, s */
  setLast(last: number): void {
    this.last = last
    const sum = (counts: (t: number) => number) => {
      const sums = new Float64Array(last + 1)
      for (let t = 0; t < last; t++) sums[t + 1] = sums[t]! + counts(t)
      return sums
    }
    const hats = Array.from({ length: KNOTS }, (_, k) => (t: number) => Math.max(0, 1 - Math.abs(this.knotAt(t) - k)))
    this.hats = hats.map(sum)
    this.hatsOf = this.shifts.map(stretches =>
      hats.map(hat => sum(t => (stretches.some(([a, b]) => a <= t && t < b) ? hat(t) : 0))),
    )
    this.sums = Array.from({ length: 1 + this.things.length }, () => new Float64Array(last + 1))
    const later = Math.max(0, ...this.tasks.length) - 1
    this.least = Array.from({ length: later }, () => new Float64Array(last + 2))
    this.at = Array.from({ length: later }, () => new Int32Array(last + 2))
  }

  /**
   * What all seconds come to from the beginning on: of a pair of hands, and of a pair of hands with each thing. They are the same each
   * time, filled anew.
   */
  sumsAt(knots: Knots, from = 0): readonly Float64Array[] {
    const { last, sums } = this
    for (let r = 0; r < sums.length; r++) {
      const of = sums[r]!
      let sum = 0
      for (let t = from; t < last; t++) {
        of[t] = sum
        const x = this.knotAt(t)
        const k = Math.floor(x)
        const [before, after] = [k + 1 - x, x - k]
        sum += knots[k]! * before + knots[k + 1]! * after
        if (r > 0) sum += knots[r * KNOTS + k]! * before + knots[r * KNOTS + k + 1]! * after
      }
      of[last] = sum
    }
    return sums
  }

  /** @param begin prices to begin with @returns null where none of this kind rule the day out, or none were found */
  find(front: Front, done: ArrayLike<number>, begin: Knots): Knots | null {
    const { things, last } = this
    const now = this.fronts.now(front)
    if (now >= last) return null
    // Knots before now count for nothing.
    const early = Math.floor((now * STRETCHES) / last)
    const wide = KNOTS - early
    const units = this.unitsOf(front, done, now)
    const there = this.whatIsThere(front, early)
    const sizes = Float64Array.from(there, (_, i) => this.hats[early + (i % wide)]![last]!)
    const cheapest = (knots: Knots) => {
      this.sumsAt(knots, Math.floor((early * last) / STRETCHES))
      return units.map(u => this.cheapest(u))
    }
    const column = ({ starts }: Cheapest, u: number) => this.column(units[u]!, starts, early, there.length + u)
    const first = cheapest(begin)
    // What can't be over in time any more needs no prices.
    if (!first.every(c => c !== null)) return null
    const mixture = new Mixture(there, sizes, first.map(column))
    const knots = new Float64Array(KNOTS * (1 + things.length))
    for (let round = 0; round < ROUNDS && mixture.mix(); round++) {
      let beyond = 0
      for (let i = 0; i < there.length; i++) {
        const price = mixture.price(i)
        knots[Math.floor(i / wide) * KNOTS + early + (i % wide)] = price
        beyond -= price * there[i]!
      }
      let made = 0
      for (const [u, found] of cheapest(knots).entries()) {
        beyond += found!.paid
        if (found!.paid >= mixture.paid(u)) continue
        mixture.add(column(found!, u))
        made++
      }
      if (beyond > ENOUGH * mixture.lack) return knots
      if (made === 0) return null
    }
    return null
  }

  /** Where a second lies between knots; none lies at the last. */
  private knotAt(t: number): number {
    return ((t + 0.5) * STRETCHES) / this.last
  }

  private unitsOf(front: Front, done: ArrayLike<number>, now: number): Unit[] {
    const { ops, first, length } = this.tasks
    const units: Unit[] = []
    for (let c = 0; c < length.length; c++) {
      const [o, n, from] = [first[c]!, length[c]!, front[this.fronts.chain(c)]!]
      if (done[c] === 0) units.push({ first: o, later: Array.from({ length: n - 1 }, (_, k) => o + k + 1), from: Math.max(now, from) })
      else for (let k = done[c]!; k < n; k++) units.push({ first: o + k, later: [], from: Math.max(now, from + ops[o + k]!.least) })
    }
    return units
  }

  /** What is there around each knot from `early` on: of hands, then of each thing. */
  private whatIsThere(front: Front, early: number): Float64Array {
    const { last, hats, hatsOf, things } = this
    const ahead = (hat: Float64Array, from: number) => hat[last]! - hat[Math.min(last, from)]!
    const hands = hats.slice(early).map((_, k) => hatsOf.reduce((sum, of, p) => sum + ahead(of[early + k]!, front[p]!), 0))
    return Float64Array.from([...hands, ...things.flatMap(f => hats.slice(early).map(hat => ahead(hat, front[this.fronts.thing(f)]!)))])
  }

  private column({ first, later }: Unit, starts: readonly number[], early: number, unit: number): Column {
    const { hats, last, thing } = this
    const wide = KNOTS - early
    const rows: number[] = [unit]
    const uses: number[] = [1]
    for (const [i, o] of [first, ...later].entries()) {
      const [from, to] = [starts[i]!, starts[i]! + this.tasks.ops[o]!.seconds]
      const past = Math.min(KNOTS - 1, Math.ceil((to * STRETCHES) / last))
      for (let k = Math.max(early, Math.floor((from * STRETCHES) / last)); k <= past; k++) {
        const use = hats[k]![to]! - hats[k]![from]!
        rows.push(k - early)
        uses.push(use)
        if (thing[o]! === 0) continue
        rows.push(thing[o]! * wide + k - early)
        uses.push(use)
      }
    }
    return { rows, uses }
  }

  /** Null where it can't be over in time. */
  private cheapest({ first, later, from }: Unit): Cheapest | null {
    const { last, sums, thing } = this
    const { ops } = this.tasks
    const stride = Math.ceil(last / SECONDS)
    const { seconds, tail } = ops[first]!
    let latest = last - tail - seconds
    for (const [i, o] of later.entries()) {
      const { seconds: long, tail: rest, least: lag } = ops[o]!
      const [sum, least, at] = [sums[thing[o]!]!, this.least[i]!, this.at[i]!]
      const soonest = from + seconds + lag
      latest = Math.min(latest, last - rest - long - seconds - lag)
      let [paid, best] = [Infinity, 0]
      for (let t = last - rest - long; t >= soonest; t -= stride) {
        const here = sum[t + long]! - sum[t]!
        if (here < paid) {
          paid = here
          best = t
        }
        for (let s = t; s > t - stride && s >= soonest; s--) {
          least[s] = paid
          at[s] = best
        }
      }
    }
    if (latest < from) return null
    const sum = sums[thing[first]!]!
    let [best, least] = [from, Infinity]
    for (let t = from; t <= latest; t += stride) {
      let paid = sum[t + seconds]! - sum[t]!
      for (let i = 0; i < later.length; i++) paid += this.least[i]![t + seconds + ops[later[i]!]!.least]!
      if (paid < least) {
        least = paid
        best = t
      }
    }
    return { starts: [best, ...later.map((o, i) => this.at[i]![best + seconds + ops[o]!.least]!)], paid: least }
  }
}
