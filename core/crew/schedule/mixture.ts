/** One way in which a unit can be done: how much it takes of some rows, and 1 of the unit's own, which come after the others. */
export interface Column {
  rows: readonly number[]
  uses: readonly number[]
}

/** What is smaller isn't told from nothing. */
const TINY = 1e-9
/** Columns exchanged at most: far more than is usual, in case that rounding makes it go round in circles. */
const MOST_EXCHANGED = 600

/**
 * Each of some units is done in one way or in parts in several, which make a whole. Of each row so much is there. Looked for are the
 * parts with which the lack is least: the greatest, over all rows, of what is taken beyond what is there, in sizes of the row.
 *
 * That is a linear program, solved by the simplex method with an explicit inverse of its basis. Its multipliers are prices of the rows,
 * none of them less than nothing, that come to 1 for all sizes together, and what each unit pays at least.
 */
export class Mixture {
  /** Rows of what is there, and all with those of the units. */
  private readonly count: number
  private readonly all: number
  private readonly inverse: Float64Array
  /** How much there is in the solution of what the basis has in each of its rows. */
  private readonly value: Float64Array
  /** By how much those fall when one of what enters comes in. */
  private readonly fall: Float64Array
  private readonly columns: Column[]
  /** The row of the basis that has the lack; its multipliers are the prices. */
  private readonly at: number
  private exchanged = 0

  /** @param first one column of each unit, in their order */
  constructor(there: Float64Array, private readonly sizes: Float64Array, first: readonly Column[]) {
    this.count = there.length
    const all = (this.all = there.length + first.length)
    this.columns = [...first]
    this.inverse = new Float64Array(all * all)
    this.value = new Float64Array(all).fill(1)
    this.fall = new Float64Array(all)
    this.value.set(there)
    for (let i = 0; i < all; i++) this.inverse[i * all + i] = 1
    // The first basis: those columns, and what is left of each row.
    for (const [u, { rows, uses }] of first.entries()) {
      for (const [i, row] of rows.entries()) {
        if (row >= this.count) continue
        this.inverse[row * all + this.count + u]! -= uses[i]!
        this.value[row]! -= uses[i]!
      }
    }
    // Then the lack in place of what is left where that is least.
    let at = 0
    for (let i = 1; i < this.count; i++) if (this.value[i]! / sizes[i]! < this.value[at]! / sizes[at]!) at = i
    this.at = at
    for (let i = 0; i < this.count; i++) this.fall[i] = -sizes[i]!
    this.pivot(at)
  }

  /** The least lack with the columns so far; none where it isn't more than nothing. */
  get lack(): number {
    return this.value[this.at]!
  }

  /** The price of one of a row. */
  price(row: number): number {
    return Math.max(0, -this.inverse[this.at * this.all + row]!)
  }

  /** What a unit pays at least, with the columns so far. */
  paid(unit: number): number {
    return this.inverse[this.at * this.all + this.count + unit]!
  }

  add(column: Column): void {
    this.columns.push(column)
  }

  /** Mixes the columns as well as can be. @returns false where nothing is lacking */
  mix(): boolean {
    for (; this.lack > TINY && this.exchanged < MOST_EXCHANGED; this.exchanged++) {
      const enters = this.better()
      if (enters === null) return true
      if (!this.enter(enters)) return false
    }
    return this.lack > TINY
  }

  /** What would lessen the lack most for each one of it: a column, or leaving something of a row. */
  private better(): Column | null {
    const { inverse, all, sizes } = this
    const prices = this.at * all
    let least = -TINY
    let found: Column | null = null
    for (const column of this.columns) {
      const { rows, uses } = column
      let gain = 0
      for (let i = 0; i < rows.length; i++) gain -= inverse[prices + rows[i]!]! * uses[i]!
      if (gain < least) {
        least = gain
        found = column
      }
    }
    let row = -1
    for (let i = 0; i < this.count; i++) {
      // What is left is compared by the size of its row, as a column is made of it.
      const gain = -inverse[prices + i]! * sizes[i]!
      if (gain < least) {
        least = gain
        row = i
      }
    }
    return row < 0 ? found : { rows: [row], uses: [1] }
  }

  /** Puts a column into the basis. @returns false when there may be any number of it: then the lack can be made as small as one likes */
  private enter({ rows, uses }: Column): boolean {
    const { inverse, value, fall, all, at } = this
    let [out, most] = [-1, Infinity]
    for (let i = 0; i < all; i++) {
      let sum = 0
      for (let j = 0; j < rows.length; j++) sum += inverse[i * all + rows[j]!]! * uses[j]!
      fall[i] = sum
      if (i === at || sum <= TINY) continue
      const ratio = value[i]! / sum
      if (ratio < most) [out, most] = [i, ratio]
    }
    if (out < 0) return false
    this.pivot(out)
    return true
  }

  /** What enters takes this row of the basis. */
  private pivot(row: number): void {
    const { inverse, value, fall, all } = this
    const from = row * all
    const by = 1 / fall[row]!
    for (let j = 0; j < all; j++) inverse[from + j]! *= by
    value[row]! *= by
    for (let i = 0; i < all; i++) {
      const times = fall[i]!
      if (i === row || times === 0) continue
      for (let j = 0; j < all; j++) inverse[i * all + j]! -= times * inverse[from + j]!
      value[i]! -= times * value[row]!
    }
  }
}
