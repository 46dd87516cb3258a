import { parted } from '../../basics/outline'
import { heightAlong, meridianLength } from '../vessel'
import type { Wall } from '../vessel'
import type { KeepOut } from './keep-out'

/** One stencil at one spot: its resist, border and all. mm and degrees. */
export interface Placement {
  /** Degrees round from the seam (or from where the tape starts) to its middle, to the right seen from outside. */
  at: number
  /** Height of its middle above the base, mm. */
  middle: number
  width: number
  height: number
  /** Turned against upright, degrees. */
  turn: number
}

/** Degrees brought into 0 up to 360. */
export const around = (degrees: number): number => ((degrees % 360) + 360) % 360

/** The middle of n repeats, evenly spaced. @returns degrees */
export const evenly = (count: number, first: number): number[] => Array.from({ length: count }, (_, i) => around(first + (i * 360) / count))

/** Opposite a label, a seam or a handle. */
export const oppositeOf = (degrees: number): number => around(degrees + 180)

/** A share of the way round as degrees: a quarter is 90. */
export const ofGirth = (share: number): number => around(share * 360)

/** Length along the girth as degrees. @param mm along the wall */
export const alongGirth = (mm: number, girth: number): number => around((360 * mm) / girth)

/**
 * Height of the middle of art whose edge sits at a level.
 * @param clear mm between the rim or the base and the nearer edge of the art, up the wall
 */
export function levelFrom(wall: Wall, edge: 'rim' | 'base', clear: number, artHeight: number): number {
  const along = clear + artHeight / 2
  return edge === 'base' ? heightAlong(wall, wall.from, along) : heightAlong(wall, wall.to, -along)
}

/**
 * How n repeats sit on the way round: the gap between two of them, negative where they overlap.
 * @param width of one with its border, mm
 * @returns mm
 */
export const gapBetween = (count: number, width: number, girth: number): number => girth / count - width

/** Corners of a placement on the unrolled wall: mm along the girth at its middle, and mm up the wall from the base. */
export function corners(wall: Wall, p: Placement): { x: number, y: number }[] {
  const girth = 2 * Math.PI * wall.at(p.middle).r
  const [cx, cy] = [(around(p.at) / 360) * girth, meridianLength(wall, wall.from, p.middle)]
  const [cos, sin] = [Math.cos((p.turn * Math.PI) / 180), Math.sin((p.turn * Math.PI) / 180)]
  return [
    [-1, -1],
    [1, -1],
    [1, 1],
    [-1, 1],
  ].map(([sx, sy]) => {
    const [x, y] = [(sx! * p.width) / 2, (sy! * p.height) / 2]
    return { x: cx + x * cos - y * sin, y: cy + x * sin + y * cos }
  })
}

/**
 * True where two placements touch or overlap, also across the place where the tape starts. Seen on the wall unrolled at the
 * height between the two: exact on a cylinder, and on a cone as good as flat sheets lie.
 */
export function clash(wall: Wall, a: Placement, b: Placement): boolean {
  const girth = 2 * Math.PI * wall.at((a.middle + b.middle) / 2).r
  const moved = (p: Placement, lap: number) =>
    corners(wall, p).map((c) => {
      const own = 2 * Math.PI * wall.at(p.middle).r
      // Degrees are common to both; mm along the girth are not.
      const centre = (around(p.at) / 360) * own
      return { x: c.x - centre + (around(p.at) / 360) * girth + lap * girth, y: c.y }
    })
  return [-1, 0, 1].some(lap => parted(moved(a, 0), moved(b, lap)) <= 1e-9)
}

/** Why a placement should not be where it is, in sentences; none when it may. */
export function placementProblems(wall: Wall, p: Placement, keepOut: readonly KeepOut[]): string[] {
  const box = corners(wall, p)
  const [low, high] = [Math.min(...box.map(c => c.y)), Math.max(...box.map(c => c.y))]
  const top = meridianLength(wall, wall.from, wall.to)
  const out: string[] = []
  if (low < -1e-6) out.push('It hangs over the base.')
  if (high > top + 1e-6) out.push('It stands over the rim.')
  const girth = 2 * Math.PI * wall.at(p.middle).r
  if (p.width > girth + 1e-6) out.push('It is wider than the piece is round.')
  for (const k of keepOut) {
    const [from, to] = [
      meridianLength(wall, wall.from, Math.max(k.from, wall.from)),
      meridianLength(wall, wall.from, Math.min(k.to, wall.to)),
    ]
    const band: Placement = { at: k.at ?? p.at, middle: p.middle, width: (k.width / 360) * girth, height: to - from, turn: 0 }
    const [cx, cy] = [(around(band.at) / 360) * girth, (from + to) / 2]
    const area = [
      [-1, -1],
      [1, -1],
      [1, 1],
      [-1, 1],
    ].map(([sx, sy]) => ({ x: cx + sx! * (k.at === null ? 1e6 : band.width / 2), y: cy + (sy! * band.height) / 2 }))
    if (
      [-1, 0, 1].some(
        lap =>
          parted(
            box,
            area.map(c => ({ x: c.x + lap * girth, y: c.y })),
          ) < -1e-6,
      )
    )
      out.push(KEEP_OUT_WORDS[k.kind])
  }
  return out
}

const KEEP_OUT_WORDS: Record<KeepOut['kind'], string> = {
  lip: 'Its resist reaches the lip: keep etched glass away from the mouth.',
  base: 'Its resist reaches the base curve, where it wrinkles.',
  label: 'Its resist reaches the label.',
  seam: 'Its resist lies over the seam, which shows through frost.',
  handle: 'Its resist reaches the handle.',
}

/**
 * A place that somebody let go of, drawn to what is near: seam, label and handle, opposite any of them, quarters, an even share of the way
 * round with another stencil, its height, or halfway up.
 * @param near mm within which it is drawn there
 */
export function snappedPlace(
  wall: Wall,
  free: { at: number, middle: number },
  bands: readonly KeepOut[],
  others: readonly Pick<Placement, 'at' | 'middle'>[],
  near: number,
): { at: number, middle: number } {
  const girth = 2 * Math.PI * wall.at(free.middle).r
  const marks = bands.flatMap(k => (k.at === null ? [] : [k.at, oppositeOf(k.at)]))
  const shares = others.flatMap(o => [90, 120, 180, 240, 270, 0].map(share => around(o.at + share)))
  const apart = (a: number, b: number) => (Math.abs(around(a - b + 180) - 180) / 360) * girth
  const closest = <T>(all: readonly T[], distance: (of: T) => number): T | undefined =>
    all.filter(of => distance(of) <= near).sort((a, b) => distance(a) - distance(b))[0]
  const heights = [(wall.from + wall.to) / 2, ...others.map(o => o.middle)]
  return {
    at: closest([0, 90, 180, 270, ...marks, ...shares], at => apart(at, free.at)) ?? free.at,
    middle: closest(heights, z => Math.abs(meridianLength(wall, Math.min(z, free.middle), Math.max(z, free.middle)))) ?? free.middle,
  }
}
