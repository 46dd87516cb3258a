import type { Front, Fronts } from './front'
import { PriceSearch } from './price-search'
import type { Knots } from './price-search'
import type { Tasks } from './tasks'

/** Sets of prices that are kept. */
const MOST_SETS = 32
/** Numbers in all tables at most; each takes 4 bytes. */
const MOST_NUMBERS = 8_000_000
/** Sums of what is kept in 4 bytes are exact to much less than this share of all there is. */
const CLEAR = 1e-5
/** Searches for prices at first, and how many more for each day that is asked about: one takes about as long as asking 500 times. */
const FIRST_SEARCHES = 40
const SEARCHES = 0.002
/** Where all sets miss by more than this share, a search seldom finds one that doesn't. */
const NEAR = 0.002
/** Longer days than this aren't asked about, s: tables would take too long. */
const LONGEST = 6 * 3600
/** Tables reach so much further than the limit that is asked about. */
const FURTHER = 1.1

/**
 * Bounds by prices (Lagrangian relaxation of what hands and things there are). Say each second of a pair of hands, and of each thing of
 * which there is one, has a price, which may be another one at each time but never less than nothing. In a schedule that is over in
 * time each task pays for the seconds that it takes, and all of them together pay no more than all the seconds there are come to. A
 * chain pays no less than it would if it had the day to itself and began when that is cheapest. So where these least sums come to more
 * than what there is, no schedule is over in time. Any prices give a proof; which give a strong one has to be found out.
 *
 * For one set of prices the least sums from each second on are in a table. So a day is asked of all sets that were good for others, and
 * only when none of them will do a new one is searched for.
 *
 * Tables are made for one end and tell of sooner ones as well: whatever can be over by an end can be over some seconds later if all that
 * it waits for comes those seconds later, as long as nobody goes in between. Where somebody does they are made anew for each end.
 *
 * Prices stand for whole seconds, and least sums are looked for among starts at whole seconds: with times that aren't whole nothing is
 * ruled out. Nor is it on days that are too long for tables of this kind.
 */
export class PricePool {
  private readonly search: PriceSearch
  private readonly sets: Knots[] = []
  /** When each set was good last, by how many days were asked about. */
  private readonly used: number[] = []
  private readonly whole: boolean
  /** Nothing begins sooner, s. All times within are counted from then on, fronts too. */
  private readonly begin: number
  /** Used over and over: the front of the day that is asked about. */
  private readonly front: Front
  private readonly shifts: readonly (readonly (readonly [number, number])[])[]
  /** Tasks, things and pairs of hands: the rows of a table. */
  private readonly rows: number
  /** When all has to be over by the tables, s. */
  private last = -1
  /** Whether they tell of sooner ends. */
  private steady = false
  /** How many sets there is room for. */
  private room = 0
  /**
   * For each row and second one number for each set: what a task pays at least from then on, for a first task with all that follow it;
   * and what there is of a thing or of a pair of hands from then on, less than nothing. What there is in all comes to 1.
   */
  private table = new Float32Array(0)
  private readonly sums = new Float64Array(MOST_SETS)
  private asked = 0
  private searched = 0

  /** @param reach no later end will be asked about, s */
  constructor(private readonly tasks: Tasks, private readonly fronts: Fronts, private readonly reach: number) {
    const { ops, instance } = tasks
    const { hands, chains } = instance
    const times = [...ops.flatMap(o => [o.seconds, o.least, o.tail]), ...chains.flatMap(c => [c.release, ...c.after.map(a => a.wait)])]
    this.whole = [...times, ...hands.flatMap(h => h.shifts.flat())].every(t => Number.isInteger(t))
    this.front = fronts.opened()
    const ready = chains.map((_, c) => this.front[fronts.chain(c)]!)
    this.begin = Math.max(Math.min(...ready), Math.min(...hands.flatMap(h => h.shifts.map(s => s[0]))))
    this.shifts = hands.map(h =>
      h.shifts.filter(([, to]) => to > this.begin).map(([from, to]) => [Math.max(0, from - this.begin), to - this.begin] as const),
    )
    this.search = new PriceSearch(tasks, fronts, this.shifts)
    this.rows = ops.length + this.search.things.length + hands.length
  }

  /** Nothing that goes on from here is over before this, s, as far as prices tell; 0 where they don't rule out all ends before `limit`. */
  least(front: Front, done: ArrayLike<number>, limit: number): number {
    const end = limit - this.begin
    if (!this.whole || !Number.isInteger(end) || end <= 0) return 0
    this.makeTables(end)
    if (this.room === 0) return 0
    for (let i = 0; i < front.length; i++) this.front[i] = Math.max(0, front[i]! - this.begin)
    this.asked++
    let set = this.nearest(this.front, done, end)
    if (!this.isBeyond(set)) {
      if (!this.maySearch(set)) return 0
      set = this.learn(this.front, done, end, set)
      if (!this.isBeyond(set)) return 0
    }
    this.used[set] = this.asked
    return this.begin + this.leastBy(set, this.front, done, end)
  }

  private maySearch(nearest: number): boolean {
    if (this.searched < FIRST_SEARCHES) return true
    return this.sums[nearest]! > -NEAR && this.searched < FIRST_SEARCHES + SEARCHES * this.asked
  }

  /** Searches for a set that rules this day out, beginning with the one that is nearest to it. @returns the set; −1 for none */
  private learn(front: Front, done: ArrayLike<number>, limit: number, nearest: number): number {
    this.searched++
    const later = this.last + 1 - limit
    const found = this.search.find(front.map(t => t + later), done, this.sets[nearest] ?? this.search.opened())
    if (found === null) return -1
    // The set that was good longest ago makes room.
    const set = this.sets.length < this.room ? this.sets.length : this.used.indexOf(Math.min(...this.used))
    this.sets[set] = found
    this.used[set] = this.asked
    this.reckon(set)
    this.add(front, done, limit, set, set + 1)
    return set
  }

  /** The greatest limit that a set rules out. @param limit one that it does, s */
  private leastBy(set: number, front: Front, done: ArrayLike<number>, limit: number): number {
    let [low, high, asked] = [limit, this.last + 2, this.last + 1]
    while (high - low > 1) {
      this.add(front, done, asked, set, set + 1)
      if (this.isBeyond(set)) low = asked
      else high = asked
      asked = (low + high) >> 1
    }
    return low
  }

  private isBeyond(set: number): boolean {
    return set >= 0 && this.sums[set]! > CLEAR
  }

  /** @returns the set that comes nearest to ruling a day out; −1 for none */
  private nearest(front: Front, done: ArrayLike<number>, limit: number): number {
    const { sums } = this
    const count = this.sets.length
    this.add(front, done, limit, 0, count)
    let best = count > 0 ? 0 : -1
    for (let i = 1; i < count; i++) if (sums[i]! > sums[best]!) best = i
    return best
  }

  /** Adds up what is paid beyond what there is, for the sets from one to another. */
  private add(front: Front, done: ArrayLike<number>, limit: number, from: number, to: number): void {
    const { ops, first, length } = this.tasks
    const { things } = this.search
    const later = this.last + 1 - limit
    const now = this.fronts.now(front)
    this.sums.fill(0, from, to)
    for (let c = 0; c < length.length; c++) {
      const [d, n, at, o] = [done[c]!, length[c]!, front[this.fronts.chain(c)]!, first[c]!]
      if (d === 0) this.addRow(o, Math.max(at, now) + later, from, to)
      else for (let k = d; k < n; k++) this.addRow(o + k, Math.max(at + ops[o + k]!.least, now) + later, from, to)
    }
    for (let f = 0; f < things.length; f++) this.addRow(ops.length + f, front[this.fronts.thing(things[f]!)]! + later, from, to)
    for (let p = 0; p < this.shifts.length; p++) this.addRow(ops.length + things.length + p, front[p]! + later, from, to)
  }

  private addRow(row: number, second: number, from: number, to: number): void {
    const { sums, table, room, last } = this
    const at = (row * (last + 2) + (second > last ? last + 1 : second)) * room
    for (let i = from; i < to; i++) sums[i]! += table[at + i]!
  }

  /** Sees to it that the tables tell of an end. */
  private makeTables(limit: number): void {
    if (this.steady ? limit <= this.last + 1 : limit === this.last + 1) return
    const last = Math.max(limit, Math.min(this.reach - this.begin, Math.ceil(FURTHER * limit))) - 1
    const goes = ([from, to]: readonly [number, number]) => from <= last && to <= last
    this.steady = !this.shifts.flat().some(goes)
    this.last = this.steady ? last : limit - 1
    const numbers = this.rows * (this.last + 2)
    this.room = this.last > LONGEST ? 0 : Math.min(MOST_SETS, Math.floor(MOST_NUMBERS / numbers))
    this.sets.length = Math.min(this.sets.length, this.room)
    this.used.length = this.sets.length
    if (this.room === 0) return
    if (this.table.length < numbers * this.room) this.table = new Float32Array(Math.min(MOST_NUMBERS, Math.ceil(1.1 * numbers * this.room)))
    this.search.setLast(this.last)
    for (const set of this.sets.keys()) this.reckon(set)
  }

  /** Fills the table of a set. */
  private reckon(set: number): void {
    const { last, room, table } = this
    const { ops, first, length } = this.tasks
    const { things, thing } = this.search
    const sums = this.search.sumsAt(this.sets[set]!)
    const there = [
      ...things.map((_, f) => this.ahead(sums[f + 1]!.map((sum, t) => sum - sums[0]![t]!), [[0, last]])),
      ...this.shifts.map(stretches => this.ahead(sums[0]!, stretches)),
    ]
    const all = there.reduce((sum, t) => sum + t[0]!, 0)
    const put = (row: number, values: Float64Array, unit: number) => {
      let to = row * (last + 2) * room + set
      for (let t = 0; t < last + 2; t++, to += room) table[to] = values[t]! * unit
    }
    for (const [i, values] of there.entries()) put(ops.length + i, values, -1 / all)
    const later = Array.from({ length: Math.max(0, ...length) }, () => new Float64Array(last + 2))
    for (const [c, n] of length.entries()) {
      // The first task last: it counts those that follow it.
      for (let k = n - 1; k >= 0; k--) {
        const o = first[c]! + k
        const { seconds, tail } = ops[o]!
        const sum = sums[thing[o]!]!
        const paid = later[k]!.fill(Infinity)
        for (let t = last - tail - seconds; t >= 0; t--) {
          let here = sum[t + seconds]! - sum[t]!
          if (k === 0) for (let l = 1; l < n; l++) here += later[l]![Math.min(last + 1, t + seconds + ops[o + l]!.least)]!
          paid[t] = here < paid[t + 1]! ? here : paid[t + 1]!
        }
        put(o, paid, 1 / all)
      }
    }
  }

  /** What there is in these stretches from each second on. @param sum what all from 0 on comes to */
  private ahead(sum: Float64Array, stretches: readonly (readonly [number, number])[]): Float64Array {
    const ahead = new Float64Array(this.last + 2)
    for (const [from, to] of stretches) {
      const end = Math.min(to, this.last)
      for (let t = 0; t < end; t++) ahead[t]! += sum[end]! - sum[Math.max(t, Math.min(from, end))]!
    }
    return ahead
  }
}
