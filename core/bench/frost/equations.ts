/** Solves a x = b by elimination with the largest pivot first. @returns null where it has no single answer */
export function solve(a: number[][], b: number[]): number[] | null {
  const n = b.length
  const rows = a.map((row, i) => [...row, b[i]!])
  for (let k = 0; k < n; k++) {
    let best = k
    for (let i = k + 1; i < n; i++) if (Math.abs(rows[i]![k]!) > Math.abs(rows[best]![k]!)) best = i
    ;[rows[k], rows[best]] = [rows[best]!, rows[k]!]
    if (Math.abs(rows[k]![k]!) < 1e-12) return null
    for (let i = k + 1; i < n; i++) {
      const f = rows[i]![k]! / rows[k]![k]!
      if (f !== 0) for (let j = k; j <= n; j++) rows[i]![j]! -= f * rows[k]![j]!
    }
  }
  const x = new Array<number>(n).fill(0)
  for (let k = n - 1; k >= 0; k--) {
    let sum = rows[k]![n]!
    for (let j = k + 1; j < n; j++) sum -= rows[k]![j]! * x[j]!
    x[k] = sum / rows[k]![k]!
  }
  return x
}

/** Unknowns that nothing settles are held at nothing, by this share of what the others weigh. */
const HOLD = 1e-4

/** Least squares, one equation after another. */
export class Equations {
  readonly #a: Float64Array
  readonly #b: Float64Array
  constructor(readonly n: number) {
    this.#a = new Float64Array(n * n)
    this.#b = new Float64Array(n)
  }

  /** @param j what each unknown gives @param d what they should give together */
  add(j: ArrayLike<number>, d: number): void {
    const { n } = this
    for (let p = 0; p < n; p++) {
      const v = j[p]!
      if (v === 0) continue
      this.#b[p]! += v * d
      for (let q = 0; q <= p; q++) this.#a[p * n + q]! += v * j[q]!
    }
  }

  #matrix(): number[][] {
    const at = (p: number, q: number) => this.#a[p >= q ? p * this.n + q : q * this.n + p]!
    return Array.from({ length: this.n }, (_, p) => Array.from({ length: this.n }, (_, q) => at(p, q)))
  }

  /** @param free unknowns at the end that nothing holds @returns null where nothing is settled */
  solved(free = 0): number[] | null {
    const a = this.#matrix()
    const usual = a.reduce((sum, row, k) => sum + row[k]!, 0) / this.n
    for (let k = 0; k < this.n - free; k++) a[k]![k]! += usual * HOLD
    return solve(a, [...this.#b])
  }

  /** Variance of one unknown where each equation has the variance 1; Infinity where it is not settled. */
  varianceOf(k: number): number {
    const a = this.#matrix()
    const usual = a.reduce((sum, row, i) => sum + row[i]!, 0) / this.n
    for (let i = 0; i < this.n; i++) a[i]![i]! += usual * 1e-9
    const one = new Array<number>(this.n).fill(0)
    one[k] = 1
    const inverse = solve(a, one)
    return inverse && inverse[k]! > 0 ? inverse[k]! : Infinity
  }
}
