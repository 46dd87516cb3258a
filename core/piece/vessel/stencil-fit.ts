import { heightAlong } from './profile'
import type { Wall } from './profile'

/** Where a stencil sits and how large it is, mm. */
export interface StencilPlace {
  /** Height of its middle above the base. */
  middle: number
  /** Along the wall at its middle. */
  width: number
  /** Along the wall, upward. */
  height: number
}

/** What a flat sheet does at one level: too much material (it wrinkles) or too little (it stretches or lifts). */
export interface LevelFit {
  /** mm along the wall from the stencil's middle */
  along: number
  /** mm of material over what the wall takes; negative where it is short */
  excess: number
}

export interface SheetFit {
  shape: 'straight' | 'arc'
  levels: LevelFit[]
  /** Largest excess or shortage, mm. */
  worst: number
  /** Arc only: radii of the developed sheet at its lower and upper edge, mm, and its angle, degrees. */
  arc: { lower: number, upper: number, angle: number } | null
}

/** Levels that are looked at from the lower to the upper edge. */
const LEVELS = 41

/** Radius at a length along the wall from the stencil's middle, mm. */
interface Sample {
  along: number
  r: number
}

function radii(p: Wall, place: StencilPlace): Sample[] {
  return Array.from({ length: LEVELS }, (_, i) => {
    const along = place.height * (i / (LEVELS - 1) - 0.5)
    return { along, r: p.at(heightAlong(p, place.middle, along)).r }
  })
}

/** Slopes of the edges of one side of the convex hull. @param side 1 above the points, -1 below them */
function hullSlopes(points: readonly Sample[], side: 1 | -1): number[] {
  const slope = (a: Sample, b: Sample) => (b.r - a.r) / (b.along - a.along)
  const hull: Sample[] = []
  for (const next of points) {
    while (hull.length > 1 && side * (slope(hull.at(-1)!, next) - slope(hull.at(-2)!, hull.at(-1)!)) >= 0) hull.pop()
    hull.push(next)
  }
  return hull.slice(1).map((b, i) => slope(hull[i]!, b))
}

/**
 * The straight line that keeps the largest distance smallest, through a sampled curve (Chebyshev). The strip between two parallels that
 * holds all points is narrowest along an edge of their convex hull.
 */
function closestLine(points: readonly Sample[]): { at: number, slope: number } {
  // A stencil of no height has one level only.
  if (points[0]!.along === points.at(-1)!.along) return { at: points[0]!.r, slope: 0 }
  let best = { at: 0, slope: 0, worst: Infinity }
  for (const slope of [...hullSlopes(points, 1), ...hullSlopes(points, -1)]) {
    let [low, high] = [Infinity, -Infinity]
    for (const q of points) {
      const left = q.r - slope * q.along
      if (left < low) low = left
      if (left > high) high = left
    }
    if ((high - low) / 2 < best.worst) best = { at: (low + high) / 2, slope, worst: (high - low) / 2 }
  }
  return best
}

/**
 * A straight or an arc-shaped flat sheet on the wall, level by level. Exact for cylinders (straight and arc are the same),
 * cones (the arc is the developed frustum, without excess) and spheres.
 */
export function fitSheet(p: Wall, place: StencilPlace, shape: SheetFit['shape']): SheetFit {
  const points = radii(p, place)
  const middle = p.at(place.middle).r
  const angle = place.width / middle
  const line = shape === 'arc' ? closestLine(points) : { at: middle, slope: 0 }
  const levels = points.map(({ along, r }) => ({ along, excess: angle * (line.at + line.slope * along - r) }))
  const worst = Math.max(...levels.map(l => Math.abs(l.excess)))
  return { shape, levels, worst, arc: shape === 'arc' ? developed(line, place, angle) : null }
}

/** The flat ring sector whose sides meet where the line reaches the axis. A cylinder has none: its sheet is straight. */
function developed(line: { at: number, slope: number }, place: StencilPlace, angle: number): SheetFit['arc'] {
  if (Math.abs(line.slope) < 1e-9) return null
  const toApex = line.at / Math.abs(line.slope)
  const up = Math.sign(line.slope)
  return {
    lower: toApex - (up * place.height) / 2,
    upper: toApex + (up * place.height) / 2,
    angle: (angle * Math.abs(line.slope) * 180) / Math.PI,
  }
}

/** A slit ends so far from the art at least, mm: past that it would let etchant in. */
export const SLIT_CLEAR = 1

/** Cuts from the edge into the border that let a sheet give where it has too much or too little. */
export interface Slits {
  edge: 'upper' | 'lower'
  count: number
  /** mm from the edge inward, clear of the art */
  depth: number
}

/**
 * How many slits each edge needs so that no flap is out by more than the tolerance, and how deep.
 * @param border mm of resist between edge and art @param tolerance mm that a flap may be out
 */
export function reliefSlits(fit: SheetFit, border: number, tolerance: number): Slits[] {
  const half = -fit.levels[0]!.along
  return (['lower', 'upper'] as const).flatMap((edge) => {
    const own = fit.levels.filter(l => (edge === 'lower' ? l.along < 0 : l.along > 0))
    const worst = Math.max(0, ...own.map(l => Math.abs(l.excess)))
    if (worst <= tolerance) return []
    const deepest = own.filter(l => Math.abs(l.excess) > tolerance).map(l => half - Math.abs(l.along))
    return [
      {
        edge,
        count: Math.ceil(worst / tolerance) - 1,
        depth: Math.min(Math.max(0, border - SLIT_CLEAR), Math.max(...deepest, border / 2)),
      },
    ]
  })
}

/**
 * The largest stencil of the same proportions that stays inside the tolerance at this place.
 * @returns a factor on its size, at most `most`
 */
export function largestScale(p: Wall, place: StencilPlace, shape: SheetFit['shape'], tolerance: number, most = 4): number {
  const worst = (scale: number) => fitSheet(p, { ...place, width: place.width * scale, height: place.height * scale }, shape).worst
  if (worst(most) <= tolerance) return most
  let [low, high] = [0, most]
  for (let i = 0; i < 40; i++) {
    const middle = (low + high) / 2
    if (worst(middle) <= tolerance) low = middle
    else high = middle
  }
  return low
}
