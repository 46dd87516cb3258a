import Flatbush from 'flatbush'
import type { Ring } from './ring'

/** Thrown when lines lie over and across each other so densely that joining them would take longer than anybody waits. */
export class TooMuchWork extends Error {}

/** So few lines are looked at one with another: an index of them would cost more than it saves. */
const FEW = 48
/** Used over and over for those: drawings have small shapes by the thousand. */
const FEW_HEIGHTS = [new Float64Array(FEW), new Float64Array(FEW)] as const
const FEW_LINES = new Float64Array(4 * FEW)

/** Boxes may meet so often for each crossing that is still counted. */
const LOOKS_A_CROSSING = 40

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
  const [starts, ends] = n <= FEW ? FEW_HEIGHTS : [new Float64Array(n), new Float64Array(n)]
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
  const lines = n <= FEW ? FEW_LINES : new Float64Array(n * 4)
  let k = 0
  for (const ring of rings) {
    for (let i = 0, j = ring.length - 2; i < ring.length; j = i, i += 2) {
      lines[k++] = ring[j]!
      lines[k++] = ring[j + 1]!
      lines[k++] = ring[i]!
      lines[k++] = ring[i + 1]!
    }
  }
  let found = 0
  if (n <= FEW) {
    for (let a = 0; a < k && found <= most; a += 4) for (let b = a + 4; b < k; b += 4) if (cross(lines, a, b)) found++
    return found
  }
  const tree = new Flatbush(n)
  const [low, high] = [(o: number) => Math.min(lines[o]!, lines[o + 2]!), (o: number) => Math.max(lines[o]!, lines[o + 2]!)]
  for (let a = 0; a < k; a += 4) tree.add(low(a), low(a + 1), high(a), high(a + 1))
  tree.finish()
  // Boxes that meet cost a look whether their lines cross or not.
  let looks = 0
  for (let a = 0; a < k && found <= most && looks <= most * LOOKS_A_CROSSING; a += 4) {
    tree.search(low(a), low(a + 1), high(a), high(a + 1), (j) => {
      looks++
      if (4 * j > a && cross(lines, a, 4 * j)) found++
      return false
    })
  }
  return looks > most * LOOKS_A_CROSSING ? most + 1 : found
}

/** On which side of the line at `o` a point lies. */
function side(lines: Float64Array, o: number, x: number, y: number): number {
  const [ax, ay] = [lines[o]!, lines[o + 1]!]
  return Math.sign((lines[o + 2]! - ax) * (y - ay) - (lines[o + 3]! - ay) * (x - ax))
}

/** Whether two lines cross each other inside. */
const cross = (lines: Float64Array, a: number, b: number): boolean =>
  side(lines, a, lines[b]!, lines[b + 1]!) * side(lines, a, lines[b + 2]!, lines[b + 3]!) < 0
  && side(lines, b, lines[a]!, lines[a + 1]!) * side(lines, b, lines[a + 2]!, lines[a + 3]!) < 0

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
