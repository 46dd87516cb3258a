import Flatbush from 'flatbush'
import type { Ring } from './ring'

/** Thrown when lines lie over and across each other so densely that joining them would take longer than anybody waits. */
export class TooMuchWork extends Error {}

/** Heights closer than this are one to the clipper, mm. */
const STEP = 0.001

/**
 * What a sweep over these lines costs, in looks at a line. A clipper carries along all lines that cross its sweep: it looks
 * through them where a line begins, and at each height where anything changes.
 * @returns looks, at most `most` or a little more
 */
export function sweepLooks(rings: readonly Ring[], most = Infinity): number {
  let n = 0
  for (const ring of rings) n += ring.length / 2
  const [starts, ends] = [new Float64Array(n), new Float64Array(n)]
  let count = 0
  for (const ring of rings) {
    for (let i = 0, j = ring.length - 2; i < ring.length; j = i, i += 2) {
      const [a, b] = [Math.round(ring[j + 1]! / STEP), Math.round(ring[i + 1]! / STEP)]
      if (a === b) continue
      starts[count] = Math.min(a, b)
      ends[count++] = Math.max(a, b)
    }
  }
  const [from, to] = [starts.subarray(0, count).sort(), ends.subarray(0, count).sort()]
  let [looks, active, e, height] = [0, 0, 0, -Infinity]
  for (let s = 0; s < count && looks <= most; s++) {
    while (to[e]! <= from[s]!) {
      if (to[e]! > height) looks += active
      height = to[e++]!
      active--
    }
    if (from[s]! > height) looks += active
    height = from[s]!
    looks += active++
  }
  return looks
}

/** How often lines cross each other inside. @returns crossings, at most `most` and one more */
export function crossings(rings: readonly Ring[], most: number): number {
  let n = 0
  for (const ring of rings) n += ring.length / 2
  if (n < 2) return 0
  const lines = new Float64Array(n * 4)
  const tree = new Flatbush(n)
  let k = 0
  for (const ring of rings) {
    for (let i = 0, j = ring.length - 2; i < ring.length; j = i, i += 2) {
      const [x1, y1, x2, y2] = [ring[j]!, ring[j + 1]!, ring[i]!, ring[i + 1]!]
      lines.set([x1, y1, x2, y2], 4 * k++)
      tree.add(Math.min(x1, x2), Math.min(y1, y2), Math.max(x1, x2), Math.max(y1, y2))
    }
  }
  tree.finish()
  // Boxes that meet cost a look whether their lines cross or not.
  let [found, looks] = [0, 0]
  const side = (o: number, x: number, y: number) => {
    const [ax, ay, bx, by] = [lines[o]!, lines[o + 1]!, lines[o + 2]!, lines[o + 3]!]
    return Math.sign((bx - ax) * (y - ay) - (by - ay) * (x - ax))
  }
  for (let i = 0; i < n && found <= most && looks <= most * LOOKS_A_CROSSING; i++) {
    const a = 4 * i
    const [x1, y1, x2, y2] = [lines[a]!, lines[a + 1]!, lines[a + 2]!, lines[a + 3]!]
    tree.search(Math.min(x1, x2), Math.min(y1, y2), Math.max(x1, x2), Math.max(y1, y2), (j) => {
      looks++
      const b = 4 * j
      if (j <= i) return false
      const parted = side(a, lines[b]!, lines[b + 1]!) * side(a, lines[b + 2]!, lines[b + 3]!) < 0
      if (parted && side(b, x1, y1) * side(b, x2, y2) < 0) found++
      return false
    })
  }
  return looks > most * LOOKS_A_CROSSING ? most + 1 : found
}
const LOOKS_A_CROSSING = 40

/** Taking a point in, sorting it and handing it out again costs as much as so many looks, however few lines lie beside it. */
const LOOKS_A_POINT = 60

/** What the joining of one drawing may cost. */
export interface WorkLimits {
  looks: number
  crossings: number
}

/** Counts what has been spent on one drawing. */
export class WorkMeter {
  #looks: number
  #crossings: number
  constructor(limits: WorkLimits) {
    this.#looks = limits.looks
    this.#crossings = limits.crossings
  }

  /** Before lines are swept over. @throws TooMuchWork */
  spend(rings: readonly Ring[]): void {
    for (const ring of rings) this.#looks -= (ring.length / 2) * LOOKS_A_POINT
    this.#looks -= sweepLooks(rings, this.#looks)
    if (this.#looks < 0) throw new TooMuchWork()
    this.#crossings -= crossings(rings, this.#crossings)
    if (this.#crossings < 0) throw new TooMuchWork()
  }
}
