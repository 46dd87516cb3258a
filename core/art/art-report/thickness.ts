import { isInside, nearestEdge } from '../../basics/outline'
import type { EdgeIndex } from '../../basics/outline'

/** A place where two sides of an area come close: the ends of the shortest way across, mm. */
export interface NarrowPlace {
  ax: number
  ay: number
  bx: number
  by: number
  width: number
}

/** Which side of the edges is measured: the area itself, or what lies round it. */
export type Side = 'inside' | 'outside'

/** Edges longer than this are looked at in several places, mm. */
const STEP = 0.5
/** Sides that run together at less than this, degrees, are a strip; steeper, they are a point or a corner. */
const TAPER = 10
const FACING = -Math.cos((TAPER * Math.PI) / 180)
/** A pair of sides is worth a closer look from this angle on: their shortest way may lie beside the place that was sampled. */
const NEARLY_FACING = -Math.cos(Math.PI / 4)
/** Balls are found to this share of their radius: which edges they touch is all that is asked of them. */
const CLOSE_ENOUGH = 1e-3
const ROUNDS = 24
/** Corners that turn by more than this, radians, look into the area in several directions, no farther apart than this. */
const SHARP = Math.PI / 12

interface Ball {
  radius: number
  edge: number
  x: number
  y: number
}

/**
 * The largest ball inside that touches a point of an edge, found by shrinking (Ma, Bae & Choi, 3D medial axis point
 * approximation using nearest neighbors and the normal field, The Visual Computer 28, 2012), here against edges rather than points.
 * @param guess a radius to begin with: that of the ball beside it saves most of the search
 * @param most largest radius of interest, mm @returns null when nothing lies that near
 */
function largestBall(index: EdgeIndex, px: number, py: number, nx: number, ny: number, guess: number, most: number): Ball | null {
  let radius = Math.min(guess, most)
  let touch: Ball | null = null
  for (let round = 0; round < ROUNDS; round++) {
    const near = nearestEdge(index, px + nx * radius, py + ny * radius, radius * (1 - 1e-7))
    if (!near) {
      if (touch || radius >= most) break
      radius = Math.min(2 * radius, most)
      continue
    }
    const [dx, dy] = [near.x - px, near.y - py]
    const along = nx * dx + ny * dy
    if (along <= 1e-12) break
    const smaller = (dx * dx + dy * dy) / (2 * along)
    if (!(smaller < radius)) break
    touch = { radius: smaller, edge: near.edge, x: near.x, y: near.y }
    if (radius - smaller < CLOSE_ENOUGH * radius) break
    radius = smaller
  }
  return touch
}

/** Cosine of the angle at the ball's centre between the two points that it touches: -1 where they face each other. */
function facing(px: number, py: number, nx: number, ny: number, ball: Ball): number {
  const [cx, cy] = [px + nx * ball.radius, py + ny * ball.radius]
  return -((ball.x - cx) * nx + (ball.y - cy) * ny) / ball.radius
}

/** Shortest way between two edges that do not cross. */
function between(index: EdgeIndex, e: number, f: number): NarrowPlace {
  const { x0, y0, x1, y1 } = index
  let best: NarrowPlace = { ax: 0, ay: 0, bx: 0, by: 0, width: Infinity }
  const foot = (x: number, y: number, g: number, swap: boolean) => {
    const [dx, dy] = [x1[g]! - x0[g]!, y1[g]! - y0[g]!]
    const length = dx * dx + dy * dy
    const t = length === 0 ? 0 : Math.min(1, Math.max(0, ((x - x0[g]!) * dx + (y - y0[g]!) * dy) / length))
    const [qx, qy] = [x0[g]! + t * dx, y0[g]! + t * dy]
    const width = Math.hypot(x - qx, y - qy)
    if (width < best.width) best = swap ? { ax: qx, ay: qy, bx: x, by: y, width } : { ax: x, ay: y, bx: qx, by: qy, width }
  }
  foot(x0[e]!, y0[e]!, f, false)
  foot(x1[e]!, y1[e]!, f, false)
  foot(x0[f]!, y0[f]!, e, true)
  foot(x1[f]!, y1[f]!, e, true)
  return best
}

/** True where the way across gets no shorter by sliding an end along its edges: a neck, not the flank of a corner. */
function isNeck(index: EdgeIndex, e: number, x: number, y: number, wx: number, wy: number): boolean {
  const { x0, y0, x1, y1, before, after } = index
  const climbs = (px: number, py: number) => {
    const [dx, dy] = [px - x, py - y]
    const length = Math.hypot(dx, dy)
    return length < 1e-9 || (dx * wx + dy * wy) / length < 1e-4
  }
  const atStart = Math.hypot(x - x0[e]!, y - y0[e]!) < 1e-9
  const atEnd = Math.hypot(x - x1[e]!, y - y1[e]!) < 1e-9
  return (
    climbs(atStart ? x0[before[e]!]! : x0[e]!, atStart ? y0[before[e]!]! : y0[e]!)
    && climbs(atEnd ? x1[after[e]!]! : x1[e]!, atEnd ? y1[after[e]!]! : y1[e]!)
  )
}

/** Walks the two edges towards each other until no neighbour is nearer. */
function slid(index: EdgeIndex, e: number, f: number): (NarrowPlace & { neck: boolean }) | null {
  let [i, j] = [e, f]
  let here = between(index, i, j)
  for (let step = 0; step < 64; step++) {
    let moved = false
    for (const [k, l] of [
      [index.before[i]!, j],
      [index.after[i]!, j],
      [i, index.before[j]!],
      [i, index.after[j]!],
    ] as const) {
      if (k === l || index.after[k] === l || index.before[k] === l) continue
      const next = between(index, k, l)
      if (next.width < here.width - 1e-9) {
        ;[i, j, here, moved] = [k, l, next, true]
        break
      }
    }
    if (!moved) break
  }
  if (here.width < 1e-9) return null
  // Where something else reaches between the two, the way across is not theirs.
  if (nearestEdge(index, (here.ax + here.bx) / 2, (here.ay + here.by) / 2, (here.width / 2) * (1 - 1e-6))) return null
  const [wx, wy] = [(here.bx - here.ax) / here.width, (here.by - here.ay) / here.width]
  return { ...here, neck: isNeck(index, i, here.ax, here.ay, wx, wy) && isNeck(index, j, here.bx, here.by, -wx, -wy) }
}

/** Two edges that nearly face each other across a ball, as a sample on the first of them found it. */
interface Candidate {
  e: number
  f: number
  angle: number
  diameter: number
  t: number
  half: number
  nx: number
  ny: number
  x: number
  y: number
}

export interface Thickness {
  /** The narrowest first, each far enough from the next to be a place of its own. */
  places: NarrowPlace[]
  /** For each ring the diameter of the smallest ball that touches it and something else; of its corners only the sharp ones count. mm. */
  thinnest: Float64Array
}

/**
 * Every narrow place of an area, or of what lies round it: necks between two wider parts, and strips whose sides run
 * nearly together. Exact for straight edges; a corner or a point that tapers by more than 10° is none.
 * @param most widths over this are not looked for, mm @param tick told how far it is, 0 to 1
 */
export function measureThickness(index: EdgeIndex, side: Side, most: number, tick: (share: number) => void = () => {}): Thickness {
  const { x0, y0, x1, y1, before, after, ring, count } = index
  const candidates: Candidate[] = []
  const thinnest = new Float64Array(count === 0 ? 0 : ring[count - 1]! + 1).fill(Infinity)
  const out = side === 'inside' ? 1 : -1
  let guess = most / 4
  const sample = (e: number, t: number, half: number, nx: number, ny: number) => {
    const [px, py] = [x0[e]! + t * (x1[e]! - x0[e]!), y0[e]! + t * (y1[e]! - y0[e]!)]
    const ball = largestBall(index, px, py, nx, ny, guess, most / 2)
    guess = ball ? 1.25 * ball.radius : most / 2
    if (!ball || ball.edge === e) return
    const angle = facing(px, py, nx, ny, ball)
    const corner = ball.edge === before[e] || ball.edge === after[e]
    if (corner && angle > NEARLY_FACING) return
    if (2 * ball.radius < thinnest[ring[e]!]!) thinnest[ring[e]!] = 2 * ball.radius
    if (!corner && angle <= NEARLY_FACING)
      candidates.push({ e, f: ball.edge, angle, diameter: 2 * ball.radius, t, half, nx, ny, x: ball.x, y: ball.y })
  }
  const normal = (e: number): [number, number] => {
    const [dx, dy] = [x1[e]! - x0[e]!, y1[e]! - y0[e]!]
    const length = Math.hypot(dx, dy) || 1
    return [(-dy / length) * out, (dx / length) * out]
  }
  for (let e = 0; e < count; e++) {
    if (e % 512 === 0) tick(e / count)
    const [nx, ny] = normal(e)
    const samples = Math.ceil(Math.hypot(x1[e]! - x0[e]!, y1[e]! - y0[e]!) / STEP)
    for (let k = 0; k < samples; k++) sample(e, (k + 0.5) / samples, 0.5 / samples, nx, ny)
    // A corner that points into the area looks in every direction between the normals of its two edges.
    const [mx, my] = normal(before[e]!)
    const turn = Math.atan2(mx * ny - my * nx, mx * nx + my * ny) * out
    if (turn > -SHARP) continue
    const looks = Math.ceil(-turn / SHARP)
    for (let k = 0; k <= looks; k++) {
      const a = (turn * out * k) / looks
      sample(e, 0, 0, mx * Math.cos(a) - my * Math.sin(a), mx * Math.sin(a) + my * Math.cos(a))
    }
  }
  return { places: narrowest(index, candidates, most, side), thinnest }
}

/** Places that are listed, at least so far apart that each is a place of its own, mm. */
const MOST_PLACES = 120
const APART = 1
/** A ball that touches at 135° is at most so much wider than the shortest way between what it touches. */
const SHORTER = 1.5

/** Looks closely at the candidates, the narrowest first, until what is left cannot be among the narrowest places. */
function narrowest(index: EdgeIndex, candidates: Candidate[], most: number, side: Side): NarrowPlace[] {
  candidates.sort((a, b) => a.diameter - b.diameter)
  const found: NarrowPlace[] = []
  let kept: NarrowPlace[] = []
  for (const [i, c] of candidates.entries()) {
    if (i % 256 === 255) {
      kept = separatePlaces(found)
      if (kept.length >= MOST_PLACES && c.diameter > SHORTER * kept.at(-1)!.width) break
    }
    const near = slid(index, c.e, c.f)
    if (near?.neck && near.width <= most) {
      // Shapes that touch are one shape to any blade.
      if (near.width >= TOUCHING) found.push(near)
    }
    else if (c.angle <= FACING) {
      const strip = alongStrip(index, c)
      if (strip.width >= TOUCHING && !runsOut(index, strip, side)) found.push(strip)
    }
  }
  return separatePlaces(found)
}

/** Narrower than this is no gap and no line: nothing cuts it, and nobody sees it. mm */
const TOUCHING = 0.05
/** A strip is followed so many of its widths each way, and at least so many mm, to see whether it comes to a point. */
const FOLLOWED = { widths: 14, mm: 4 }
/** Half way to where it closes, a strip that comes to a point has lost a quarter of its width already; a blunt end has not. */
const TAPERED = 0.75

/**
 * Whether a strip comes to a point on one side: a nook of resist, as where a leaf leaves its stalk, or the tip of an opening. Neither
 * is a width that anybody cuts to.
 */
function runsOut(index: EdgeIndex, place: NarrowPlace, side: Side): boolean {
  return [1, -1].some(way => comesToAPoint(index, place, side, way))
}

/** Follows the middle of a strip, from ball to ball, until it widens, ends or has been followed far enough. */
function comesToAPoint(index: EdgeIndex, { ax, ay, bx, by, width }: NarrowPlace, side: Side, way: number): boolean {
  let [cx, cy] = [(ax + bx) / 2, (ay + by) / 2]
  let [tx, ty] = [(-(by - ay) / width) * way, ((bx - ax) / width) * way]
  const step = Math.max(width / 2, 0.02)
  const far = Math.max(FOLLOWED.widths * width, FOLLOWED.mm)
  const widths = [width]
  const closed = () => widths[widths.length >> 1]! < TAPERED * width
  for (let s = step; s <= far; s += step) {
    const [px, py] = [cx + tx * step, cy + ty * step]
    if (isInside(index, px, py) !== (side === 'inside')) return closed()
    const near = nearestEdge(index, px, py)!
    if (near.distance < 1e-6) return closed()
    const [nx, ny] = [(px - near.x) / near.distance, (py - near.y) / near.distance]
    const ball = largestBall(index, near.x, near.y, nx, ny, 1.25 * near.distance, 4 * width)
    if (!ball || 2 * ball.radius > 2 * width) return false
    const [x, y] = [near.x + nx * ball.radius, near.y + ny * ball.radius]
    // It does not get on: this is its end.
    if (Math.hypot(x - cx, y - cy) < step / 10) return closed()
    widths.push(2 * ball.radius)
    if (2 * ball.radius < 0.2 * width) return closed()
    const [ux, uy] = [ball.x - near.x, ball.y - near.y]
    const length = Math.hypot(ux, uy)
    if (length > 1e-9) {
      const turn = Math.sign(-uy * tx + ux * ty) || 1
      ;[tx, ty] = [(-uy / length) * turn, (ux / length) * turn]
    }
    ;[cx, cy] = [x, y]
  }
  return false
}

/** The narrowest way across a strip near a sample: straight across from either end of its stretch, or from the sample. */
function alongStrip(index: EdgeIndex, { e, f, t, half, nx, ny, x, y }: Candidate): NarrowPlace {
  const { x0, y0, x1, y1 } = index
  const [ux, uy] = [x1[f]! - x0[f]!, y1[f]! - y0[f]!]
  const on = (at: number) => [x0[e]! + at * (x1[e]! - x0[e]!), y0[e]! + at * (y1[e]! - y0[e]!)] as const
  const across = (at: number): NarrowPlace | null => {
    const [px, py] = on(at)
    const cross = nx * uy - ny * ux
    if (Math.abs(cross) < 1e-12) return null
    const [wx, wy] = [x0[f]! - px, y0[f]! - py]
    const [width, s] = [(wx * uy - wy * ux) / cross, (wx * ny - wy * nx) / cross]
    return width > 0 && s >= -1e-9 && s <= 1 + 1e-9 ? { ax: px, ay: py, bx: px + width * nx, by: py + width * ny, width } : null
  }
  const [px, py] = on(t)
  const own: NarrowPlace = { ax: px, ay: py, bx: x, by: y, width: Math.hypot(x - px, y - py) }
  return [across(t - half), across(t + half)].reduce<NarrowPlace>((best, p) => (p && p.width < best.width ? p : best), own)
}

/** The narrowest of them, each far enough from the next. */
function separatePlaces(places: readonly NarrowPlace[]): NarrowPlace[] {
  const kept: NarrowPlace[] = []
  for (const p of [...places].sort((a, b) => a.width - b.width)) {
    if (kept.length >= MOST_PLACES) break
    const [x, y] = [(p.ax + p.bx) / 2, (p.ay + p.by) / 2]
    if (kept.every(q => Math.hypot((q.ax + q.bx) / 2 - x, (q.ay + q.by) / 2 - y) > Math.max(APART, 3 * q.width))) kept.push(p)
  }
  return kept
}
