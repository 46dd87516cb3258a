import type { Affine, Point, Ring } from './ring'

/** Pieces of a path, in any unit. An arc is c + u cos t + v sin t, from `start` over `sweep` radians. */
export type Segment
  = | { kind: 'line', to: Point }
    | { kind: 'quadratic', control: Point, to: Point }
    | { kind: 'cubic', first: Point, second: Point, to: Point }
    | { kind: 'arc', centre: Point, u: Point, v: Point, start: number, sweep: number, to: Point }

/** One run of the pen without lifting it. */
export interface Subpath {
  from: Point
  segments: Segment[]
  closed: boolean
}

const moved = ([a, b, c, d, e, f]: Affine, p: Point): Point => ({ x: a * p.x + c * p.y + e, y: b * p.x + d * p.y + f })
const turned = ([a, b, c, d]: Affine, p: Point): Point => ({ x: a * p.x + c * p.y, y: b * p.x + d * p.y })

function movedSegment(m: Affine, s: Segment): Segment {
  switch (s.kind) {
    case 'line':
      return { kind: 'line', to: moved(m, s.to) }
    case 'quadratic':
      return { kind: 'quadratic', control: moved(m, s.control), to: moved(m, s.to) }
    case 'cubic':
      return { kind: 'cubic', first: moved(m, s.first), second: moved(m, s.second), to: moved(m, s.to) }
    case 'arc':
      return { ...s, centre: moved(m, s.centre), u: turned(m, s.u), v: turned(m, s.v), to: moved(m, s.to) }
  }
}

/** The same path under an affine map: exact for every kind of segment. */
export const movedPath = (m: Affine, path: readonly Subpath[]): Subpath[] =>
  path.map(p => ({ from: moved(m, p.from), segments: p.segments.map(s => movedSegment(m, s)), closed: p.closed }))

/**
 * An elliptical arc from its end points, as SVG writes it (SVG 2, appendix B.2.4), radii scaled up where they are too small.
 * @param turn degrees from the x axis to the ellipse's own
 */
export function arcBetween(from: Point, to: Point, rx: number, ry: number, turn: number, large: boolean, clockwise: boolean): Segment {
  let [a, b] = [Math.abs(rx), Math.abs(ry)]
  if (a === 0 || b === 0 || (from.x === to.x && from.y === to.y)) return { kind: 'line', to }
  const [cos, sin] = [Math.cos((turn * Math.PI) / 180), Math.sin((turn * Math.PI) / 180)]
  const [hx, hy] = [(from.x - to.x) / 2, (from.y - to.y) / 2]
  const [x, y] = [cos * hx + sin * hy, -sin * hx + cos * hy]
  const reach = (x / a) ** 2 + (y / b) ** 2
  if (reach > 1) {
    a *= Math.sqrt(reach)
    b *= Math.sqrt(reach)
  }
  const root
    = Math.sqrt(Math.max(0, (a * a * b * b - a * a * y * y - b * b * x * x) / (a * a * y * y + b * b * x * x)))
      * (large === clockwise ? -1 : 1)
  const [cx, cy] = [(root * a * y) / b, (-root * b * x) / a]
  const start = Math.atan2((y - cy) / b, (x - cx) / a)
  let sweep = Math.atan2((-y - cy) / b, (-x - cx) / a) - start
  if (clockwise && sweep < 0) sweep += 2 * Math.PI
  if (!clockwise && sweep > 0) sweep -= 2 * Math.PI
  return {
    kind: 'arc',
    start,
    sweep,
    to,
    centre: { x: cos * cx - sin * cy + (from.x + to.x) / 2, y: sin * cx + cos * cy + (from.y + to.y) / 2 },
    u: { x: a * cos, y: a * sin },
    v: { x: -b * sin, y: b * cos },
  }
}

/** A whole ellipse with its axes upright. */
export const ellipse = (cx: number, cy: number, rx: number, ry: number): Subpath => ({
  from: { x: cx + rx, y: cy },
  closed: true,
  segments: [
    {
      kind: 'arc',
      centre: { x: cx, y: cy },
      u: { x: rx, y: 0 },
      v: { x: 0, y: ry },
      start: 0,
      sweep: 2 * Math.PI,
      to: { x: cx + rx, y: cy },
    },
  ],
})

/** Chords that a segment needs so that none strays farther than the tolerance. */
function chords(from: Point, s: Segment, tolerance: number): number {
  switch (s.kind) {
    case 'line':
      return 1
    // A chord over a step h strays at most h² |B''| / 8.
    case 'quadratic':
      return Math.ceil(Math.sqrt(Math.hypot(from.x - 2 * s.control.x + s.to.x, from.y - 2 * s.control.y + s.to.y) / (4 * tolerance)))
    case 'cubic': {
      const bend = Math.max(
        Math.hypot(from.x - 2 * s.first.x + s.second.x, from.y - 2 * s.first.y + s.second.y),
        Math.hypot(s.first.x - 2 * s.second.x + s.to.x, s.first.y - 2 * s.second.y + s.to.y),
      )
      return Math.ceil(Math.sqrt((0.75 * bend) / tolerance))
    }
    case 'arc': {
      const reach = Math.hypot(s.u.x, s.u.y, s.v.x, s.v.y)
      return Math.max(2, Math.ceil(Math.abs(s.sweep) / (2 * Math.acos(Math.max(0, 1 - tolerance / reach)))))
    }
  }
}

function at(from: Point, s: Exclude<Segment, { kind: 'line' }>, t: number): Point {
  const q = 1 - t
  switch (s.kind) {
    case 'quadratic':
      return { x: q * q * from.x + 2 * q * t * s.control.x + t * t * s.to.x, y: q * q * from.y + 2 * q * t * s.control.y + t * t * s.to.y }
    case 'cubic':
      return {
        x: q * q * q * from.x + 3 * q * q * t * s.first.x + 3 * q * t * t * s.second.x + t * t * t * s.to.x,
        y: q * q * q * from.y + 3 * q * q * t * s.first.y + 3 * q * t * t * s.second.y + t * t * t * s.to.y,
      }
    case 'arc': {
      const [cos, sin] = [Math.cos(s.start + t * s.sweep), Math.sin(s.start + t * s.sweep)]
      return { x: s.centre.x + s.u.x * cos + s.v.x * sin, y: s.centre.y + s.u.y * cos + s.v.y * sin }
    }
  }
}

/** Thrown when a drawing would need more points than may be kept. */
export class TooManyPoints extends Error {}

/**
 * A path as straight pieces, none farther than `tolerance` from the curve.
 * @param most points in all @throws TooManyPoints
 */
export function flattened(path: readonly Subpath[], tolerance: number, most = Infinity): { points: Ring, closed: boolean }[] {
  let total = 0
  return path.map(({ from, segments, closed }) => {
    const out = [from.x, from.y]
    let here = from
    for (const s of segments) {
      const n = Math.max(1, chords(here, s, tolerance))
      total += n
      if (!(total <= most)) throw new TooManyPoints()
      if (s.kind !== 'line') {
        for (let i = 1; i < n; i++) {
          const p = at(here, s, i / n)
          out.push(p.x, p.y)
        }
      }
      out.push(s.to.x, s.to.y)
      here = s.to
    }
    return { points: Float64Array.from(out), closed }
  })
}
