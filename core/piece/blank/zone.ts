import type { Surface } from '../../trade/compatibility'
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

/** What a stencil of this height really meets at its own place: a shoulder above it does not make a straight wall a bowl. All mm. */
export const surfaceAt = (wall: Wall, middle: number, height: number): Surface => SURFACE[zoneClass(wall, middle, height)]

/** A stretch of the wall of one class, heights in mm. */
export interface Zone {
  from: number
  to: number
  zone: ZoneClass
}

/** Heights that are looked at, and the share of the wall that a small stencil covers there. */
const LOOKS = 48
const SMALL_SHARE = 1 / 8

/** The wall parted by what a small stencil meets on it, from the base up. */
export function zones(wall: Wall): Zone[] {
  const tall = wall.to - wall.from
  const out: Zone[] = []
  for (let i = 0; i < LOOKS; i++) {
    const [from, to] = [wall.from + (tall * i) / LOOKS, wall.from + (tall * (i + 1)) / LOOKS]
    // Near an end the look stays on the wall: beyond it there is none.
    const half = (tall * SMALL_SHARE) / 2
    const middle = Math.min(wall.to - half, Math.max(wall.from + half, (from + to) / 2))
    const zone = zoneClass(wall, middle, tall * SMALL_SHARE)
    const last = out.at(-1)
    if (last?.zone === zone) last.to = to
    else out.push({ from, to, zone })
  }
  return out
}
