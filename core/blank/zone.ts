import type { Surface } from '../compatibility'
import { heightAlong, wallAngle } from '../vessel'
import type { Wall } from '../vessel'

/** What a flat sheet meets at a place on the wall. */
export type ZoneClass = 'cylinder' | 'cone' | 'double curved'

/** Wall that is this upright counts as straight, degrees. */
const UPRIGHT = 0.5
/** Bend across the zone that a sheet does not notice: sagitta of the wall against its chord, mm. */
const UNNOTICED = 0.15

/** Class of the zone that a stencil of this height covers. All mm. */
export function zoneClass(wall: Wall, middle: number, height: number): ZoneClass {
  const [low, high] = [heightAlong(wall, middle, -height / 2), heightAlong(wall, middle, height / 2)]
  const [a, b, c] = [wall.at(low).r, wall.at(middle).r, wall.at(high).r]
  const share = (middle - low) / (high - low)
  const sagitta = Math.abs(b - (a + (c - a) * share))
  if (sagitta > UNNOTICED) return 'double curved'
  return Math.abs(wallAngle(wall, (low + high) / 2)) <= UPRIGHT ? 'cylinder' : 'cone'
}

const SURFACE: Record<ZoneClass, Surface> = { 'cylinder': 'cylinder', 'cone': 'taper', 'double curved': 'bowl' }
/** Share of a wall that a usual stencil covers: what a whole blank is called goes by its middle third. */
const USUAL_SHARE = 1 / 3

/** What a measured blank counts as in a plan, before it is known what art goes on it. @param middle mm */
export const usualSurface = (wall: Wall, middle: number): Surface => SURFACE[zoneClass(wall, middle, (wall.to - wall.from) * USUAL_SHARE)]
