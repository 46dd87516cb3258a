import { pointsOf, ringOf } from '../../basics/outline'
import type { Point, Region, Ring } from '../../basics/outline'
import { solve } from './equations'

/** Upper left, upper right, lower right, lower left, in pixels of the picture, y down. */
export type Corners = readonly [Point, Point, Point, Point]

/** What of the art is read in one picture. Lengths in mm. */
export interface Window {
  width: number
  height: number
  /** Of the wall it lies on; null where that is flat. */
  radius: number | null
}

/** How a window lies in a picture. */
export interface Lie {
  corners: Corners
  front: Front
}

/**
 * Where the front of a round wall is seen, against a flat sheet between its corners: so many mm to the right and lower, as from aside or
 * above, and larger by this share, since it is nearer. Of a flat piece all are 0.
 */
export interface Front {
  right: number
  lower: number
  larger: number
}
export const STRAIGHT: Front = { right: 0, lower: 0, larger: 0 }

/** Farther round than this, degrees off the front, a wall is seen too much from the side. */
const FARTHEST = 60

/** What of art this wide can be read from the front, and how much is cut off at each side. */
export function windowOf(width: number, height: number, radius: number | null): Window & { cut: number } {
  const most = radius === null ? Infinity : 2 * radius * ((FARTHEST * Math.PI) / 180)
  return { width: Math.min(width, most), height, radius, cut: Math.max(0, (width - most) / 2) }
}

/** Rows of a 3×3 matrix that takes flat places to places in the picture; the last number is 1. */
export type Homography = Float64Array

/** The map of four places onto four others. @returns null where three of them lie in a line */
export function homography(from: Corners, to: Corners): Homography | null {
  const a: number[][] = []
  const b: number[] = []
  from.forEach(({ x, y }, i) => {
    const { x: u, y: v } = to[i]!
    a.push([x, y, 1, 0, 0, 0, -u * x, -u * y], [0, 0, 0, x, y, 1, -v * x, -v * y])
    b.push(u, v)
  })
  const h = solve(a, b)
  return h && Float64Array.of(...h, 1)
}

export function mapped(h: Homography, x: number, y: number): Point {
  const w = h[6]! * x + h[7]! * y + h[8]!
  return { x: (h[0]! * x + h[1]! * y + h[2]!) / w, y: (h[3]! * x + h[4]! * y + h[5]!) / w }
}

/** Takes places of a window, mm from its upper left corner, to places in the picture and back. */
export interface Mapping {
  toPicture: (x: number, y: number) => Point
  /** Flat coordinates of a place on the wall: what a straight projection maps. */
  flat: (x: number, y: number) => Point
  h: Homography
  /** Pixels of the picture to a mm, where they are fewest. */
  scale: number
}

const corners = (w: number, h: number): Corners => [{ x: 0, y: 0 }, { x: w, y: 0 }, { x: w, y: h }, { x: 0, y: h }]

/** How far to the front a place of a round wall is: 1 in the middle of the window, 0 at its sides, below 0 past them. */
export function frontness({ width, radius }: Window, x: number): number {
  if (radius === null) return 0
  const side = Math.cos(width / (2 * radius))
  return side === 1 ? 0 : (Math.cos((x - width / 2) / radius) - side) / (1 - side)
}

/** A place of the wall on the flat sheet that a straight projection maps: across it is seen as wide as its chord. */
export function flatOf(window: Window, front: Front): (x: number, y: number) => Point {
  const { width, height, radius } = window
  if (radius === null) return (x, y) => ({ x, y })
  const half = seenWidth(window) / 2
  return (x, y) => {
    const z = frontness(window, x)
    const k = 1 + z * front.larger
    return {
      x: half + (radius * Math.sin((x - width / 2) / radius) + z * front.right) * k,
      y: height / 2 + (y - height / 2 + z * front.lower) * k,
    }
  }
}

/** How wide a window looks straight ahead. @returns mm */
export const seenWidth = ({ width, radius }: Window): number => (radius === null ? width : 2 * radius * Math.sin(width / (2 * radius)))

/** @returns null where the corners make no proper quadrilateral */
export function mappingOf(window: Window, { corners: to, front }: Lie): Mapping | null {
  if (!isConvexQuad(to)) return null
  const h = homography(corners(seenWidth(window), window.height), to)
  if (!h) return null
  const flat = flatOf(window, front)
  const toPicture = (x: number, y: number) => {
    const p = flat(x, y)
    return mapped(h, p.x, p.y)
  }
  // Looked at where a wall turns least away: in its middle.
  const [mx, my] = [window.width / 2, window.height / 2]
  const c = toPicture(mx, my)
  const along = [toPicture(mx + 0.1, my), toPicture(mx, my + 0.1)].map(p => Math.hypot(p.x - c.x, p.y - c.y) * 10)
  return { toPicture, flat, h, scale: Math.min(...along) }
}

/** The place of a window that lies under a place of the picture: a few of Newton's steps, by differences. */
export function windowPlace({ width, height }: Window, mapping: Mapping, to: Point): Point {
  let [x, y] = [width / 2, height / 2]
  const d = 0.1
  for (let i = 0; i < 12; i++) {
    const p = mapping.toPicture(x, y)
    const [a, b] = [mapping.toPicture(x + d, y), mapping.toPicture(x, y + d)]
    const [ax, ay, bx, by] = [(a.x - p.x) / d, (a.y - p.y) / d, (b.x - p.x) / d, (b.y - p.y) / d]
    const det = ax * by - bx * ay
    if (Math.abs(det) < 1e-9) break
    x += ((to.x - p.x) * by - (to.y - p.y) * bx) / det
    y += ((to.y - p.y) * ax - (to.x - p.x) * ay) / det
  }
  return { x, y }
}

/** Art of a window as it lies in the picture, pixels. */
export const inPicture = (art: Region, mapping: Mapping): Ring[] =>
  art.map(ring => ringOf(pointsOf(ring).map(({ x, y }) => mapping.toPicture(x, y))))

/** The frame of a window, with enough points on each side to bend as a round wall does. */
export function frameOf({ width, height }: Window): Ring {
  const corners = [[0, 0], [width, 0], [width, height], [0, height]] as const
  const n = 12
  return ringOf(
    corners.flatMap(([x0, y0], k) => {
      const [x1, y1] = corners[(k + 1) % 4]!
      return Array.from({ length: n }, (_, i) => ({ x: x0 + ((x1 - x0) * i) / n, y: y0 + ((y1 - y0) * i) / n }))
    }),
  )
}

/** A frame in the middle of a picture, to be dragged from where nothing was found. */
export function middleLie({ width, height }: Window, picture: { width: number, height: number }): Lie {
  const scale = 0.6 * Math.min(picture.width / width, picture.height / height)
  const [x, y, dx, dy] = [picture.width / 2, picture.height / 2, (width * scale) / 2, (height * scale) / 2]
  return {
    corners: [{ x: x - dx, y: y - dy }, { x: x + dx, y: y - dy }, { x: x + dx, y: y + dy }, { x: x - dx, y: y + dy }],
    front: STRAIGHT,
  }
}

/** Whether the corners go round once, clockwise on the screen. */
function isConvexQuad(quad: Corners): boolean {
  return quad.every((p, i) => {
    const [q, r] = [quad[(i + 1) % 4]!, quad[(i + 2) % 4]!]
    return (q.x - p.x) * (r.y - q.y) - (q.y - p.y) * (r.x - q.x) > 0
  })
}
