/** A closed line through points, mm: x and y by turns, its end joined to its start. Y grows downward, as on a screen and in SVG. */
export type Ring = Float64Array

/**
 * A plane area with its holes: outer rings have a positive signed area, holes a negative one; rings do not cross.
 * Which hole lies in which ring is told by `nestedParts`.
 */
export type Region = readonly Ring[]

export interface Point {
  x: number
  y: number
}

/** A rectangle with sides along the axes, mm. */
export interface Box {
  left: number
  top: number
  right: number
  bottom: number
}

export const ringOf = (points: readonly Point[]): Ring => Float64Array.from(points.flatMap(p => [p.x, p.y]))
export const pointsOf = (ring: Ring): Point[] =>
  Array.from({ length: ring.length / 2 }, (_, i) => ({ x: ring[2 * i]!, y: ring[2 * i + 1]! }))

/** Corners clockwise on the screen: a positive area. */
export const boxRing = ({ left, top, right, bottom }: Box): Ring => Float64Array.of(left, top, right, top, right, bottom, left, bottom)

/** @returns mm², positive for an outer ring and negative for a hole (shoelace formula) */
export function signedArea(ring: Ring): number {
  const n = ring.length
  if (n < 6) return 0
  // Taken from the first corner, so that art far from the origin loses no digits.
  const [ox, oy] = [ring[0]!, ring[1]!]
  let sum = 0
  for (let i = 2; i < n - 2; i += 2) sum += (ring[i]! - ox) * (ring[i + 3]! - oy) - (ring[i + 2]! - ox) * (ring[i + 1]! - oy)
  return sum / 2
}

/** Walked the other way round. */
export function reversed(ring: Ring): Ring {
  const out = new Float64Array(ring.length)
  for (let i = 0; i < ring.length; i += 2) {
    out[i] = ring[ring.length - 2 - i]!
    out[i + 1] = ring[ring.length - 1 - i]!
  }
  return out
}

/** Whether it turns one way only, and once round: then it crosses itself nowhere. */
export function isConvex(ring: Ring): boolean {
  const n = ring.length
  if (n < 6) return false
  let [turn, changes] = [0, 0]
  let [px, py] = [ring[0]! - ring[n - 2]!, ring[1]! - ring[n - 1]!]
  let heading = Math.sign(px)
  for (let i = 0; i < n; i += 2) {
    const [qx, qy] = [ring[(i + 2) % n]! - ring[i]!, ring[(i + 3) % n]! - ring[i + 1]!]
    const cross = Math.sign(px * qy - py * qx)
    // A line that doubles back on itself is no outline of one area.
    if (cross === 0 && px * qx + py * qy < 0) return false
    if (cross !== 0 && turn !== 0 && cross !== turn) return false
    turn ||= cross
    const side = Math.sign(qx)
    if (side !== 0 && heading !== 0 && side !== heading) changes++
    if (side !== 0) heading = side
    ;[px, py] = [qx, qy]
  }
  // Once round means going right once and left once.
  return turn !== 0 && changes <= 2
}

/** Length of the closed line. @returns mm */
export function ringLength(ring: Ring): number {
  let sum = 0
  for (let i = 0, j = ring.length - 2; i < ring.length; j = i, i += 2) sum += Math.hypot(ring[i]! - ring[j]!, ring[i + 1]! - ring[j + 1]!)
  return sum
}

export const regionArea = (region: Region): number => region.reduce((sum, ring) => sum + signedArea(ring), 0)
export const regionLength = (region: Region): number => region.reduce((sum, ring) => sum + ringLength(ring), 0)
export const vertexCount = (region: Region): number => region.reduce((sum, ring) => sum + ring.length / 2, 0)

/** @returns the smallest box round it, or null where there is nothing */
export function boundsOf(region: Region): Box | null {
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity]
  for (const ring of region) {
    for (let i = 0; i < ring.length; i += 2) {
      const [x, y] = [ring[i]!, ring[i + 1]!]
      if (x < left) left = x
      if (x > right) right = x
      if (y < top) top = y
      if (y > bottom) bottom = y
    }
  }
  return left > right ? null : { left, top, right, bottom }
}

/** Even–odd: right for a region as it is kept here, since its rings do not cross. */
export function contains(region: Region, x: number, y: number): boolean {
  let inside = false
  for (const ring of region) {
    for (let i = 0, j = ring.length - 2; i < ring.length; j = i, i += 2) {
      const [yi, yj] = [ring[i + 1]!, ring[j + 1]!]
      if (yi > y !== yj > y && x < ((ring[j]! - ring[i]!) * (y - yi)) / (yj - yi) + ring[i]!) inside = !inside
    }
  }
  return inside
}

/** Linear part and shift: x' = a x + c y + e, y' = b x + d y + f, in SVG's order. */
export type Affine = readonly [a: number, b: number, c: number, d: number, e: number, f: number]
export const IDENTITY: Affine = [1, 0, 0, 1, 0, 0]

/** First `inner`, then `outer`. */
export const compose = (outer: Affine, inner: Affine): Affine => {
  const [a, b, c, d, e, f] = outer
  const [g, h, i, j, k, l] = inner
  return [a * g + c * h, b * g + d * h, a * i + c * j, b * i + d * j, a * k + c * l + e, b * k + d * l + f]
}

/** Moves, turns, scales or mirrors; a mirrored region keeps its outer rings positive. */
export function transformed(region: Region, [a, b, c, d, e, f]: Affine): Ring[] {
  const mirrored = a * d - b * c < 0
  return region.map((ring) => {
    const out = new Float64Array(ring.length)
    for (let i = 0; i < ring.length; i += 2) {
      const k = mirrored ? ring.length - 2 - i : i
      out[k] = a * ring[i]! + c * ring[i + 1]! + e
      out[k + 1] = b * ring[i]! + d * ring[i + 1]! + f
    }
    return out
  })
}
