import { ringLength } from '../../basics/outline'
import type { Region } from '../../basics/outline'
import { fromMemory } from '../../basics/source'
import type { Sourced } from '../../basics/source'
import type { Coverage } from './raster'
import { sample } from './lightness'
import { NOTHING } from './unwrap'
import type { Sheet } from './unwrap'

/** A place on a planned edge, mm of the window, with the direction away from the frost. */
export interface Site {
  x: number
  y: number
  nx: number
  ny: number
  /** How far the art goes on inward and the clear outward, mm. */
  inner: number
  outer: number
  /** Which unbroken stretch of edge it is on. */
  stretch: number
}

/** Along an edge there is a place every so many mm. */
export const SPACING = 0.1
/** Nothing farther from an edge than this belongs to it, mm. */
const REACH = 1.5
/** With less than this on one side, mm, no edge can be told from the next. */
const LEAST_REACH = 0.4
/** An edge that turns more than this within a mm is a corner, radians. */
const CORNER = 0.6
/** Half of the way over which a turn is looked at, in places. */
const AROUND = 5

/**
 * Places along the planned edges of an area where something can be measured: away from corners, with enough frost inside and enough
 * clear outside.
 * @param grid the area's coverage; `scale` of its cells to a mm, its upper left corner at -`margin`
 */
export function edgeSites(art: Region, grid: Coverage, scale: number, margin: number): Site[] {
  const covered = (x: number, y: number) => {
    const [i, j] = [Math.floor((x + margin) * scale), Math.floor((y + margin) * scale)]
    return i >= 0 && j >= 0 && i < grid.width && j < grid.height ? grid.values[j * grid.width + i]! >= 128 : null
  }
  const reach = (x: number, y: number, dx: number, dy: number, want: boolean) => {
    let t = 0.15
    while (t < REACH && covered(x + t * dx, y + t * dy) === want) t += 0.05
    return Math.min(REACH, t)
  }
  const sites: Site[] = []
  let stretch = 0
  for (const ring of art) {
    const line = walked(ring, SPACING)
    const n = line.length / 2
    if (n < 30) continue
    const tangent = (k: number) => {
      const [a, b] = [(k + n - 2) % n, (k + 2) % n]
      const [dx, dy] = [line[2 * b]! - line[2 * a]!, line[2 * b + 1]! - line[2 * a + 1]!]
      const long = Math.hypot(dx, dy) || 1
      return [dx / long, dy / long] as const
    }
    stretch++
    for (let k = 0; k < n; k++) {
      const [bx, by] = tangent((k + n - AROUND) % n)
      const [ax, ay] = tangent((k + AROUND) % n)
      const [tx, ty] = tangent(k)
      const [x, y] = [line[2 * k]!, line[2 * k + 1]!]
      // Outer rings go clockwise and holes the other way, so the art is always to the right of the way.
      const [nx, ny] = [ty, -tx]
      const inner = reach(x, y, -nx, -ny, true)
      const outer = reach(x, y, nx, ny, false)
      const good = bx * ax + by * ay > Math.cos(CORNER) && inner >= LEAST_REACH && outer >= LEAST_REACH
      if (good) sites.push({ x, y, nx, ny, inner, outer, stretch })
      else stretch++
    }
  }
  return sites
}

/** Points along a closed line, each as far from the next. */
function walked(ring: Float64Array, spacing: number): Float64Array {
  const length = ringLength(ring)
  const n = Math.max(3, Math.round(length / spacing))
  const out = new Float64Array(2 * n)
  let [k, passed] = [0, 0]
  for (let i = 0, j = ring.length - 2; i < ring.length; j = i, i += 2) {
    const [x0, y0, x1, y1] = [ring[j]!, ring[j + 1]!, ring[i]!, ring[i + 1]!]
    const side = Math.hypot(x1 - x0, y1 - y0)
    while (k < n && (k * length) / n <= passed + side + 1e-9) {
      const t = side === 0 ? 0 : ((k * length) / n - passed) / side
      out[2 * k] = x0 + t * (x1 - x0)
      out[2 * k + 1] = y0 + t * (y1 - y0)
      k++
    }
    passed += side
  }
  return out
}

/** What was found at a place: how far outside the plan the edge lies, mm, at half its height and at the standard's; its profile. */
export interface Found {
  site: Site
  half: number
  ragged: number
  /** Values across, from clear (0) to frost (1), from `-inner` outward. */
  profile: Float32Array
  step: number
}

/** An edge less clear than this share of the whole contrast is none. */
const LEAST_STEP = 0.35
/** Height at which a ragged edge is followed. */
const RAGGED_AT: Sourced = { value: 0.6, source: fromMemory('ISO 13660, edge threshold R60') }

/** Looks across an edge. @param sheet clear is 0 there, and frost 1 @returns null where no edge is */
export function lookAcross(sheet: Sheet, site: Site): Found | null {
  const step = 1 / Math.max(10, sheet.scale)
  const n = Math.floor((site.inner + site.outer) / step) + 1
  const profile = new Float32Array(n)
  for (let k = 0; k < n; k++) {
    const t = k * step - site.inner
    const [x, y] = [(site.x + t * site.nx + sheet.margin) * sheet.scale, (site.y + t * site.ny + sheet.margin) * sheet.scale]
    if (x < 0.5 || y < 0.5 || x > sheet.width - 0.5 || y > sheet.height - 0.5) return null
    const v = sample(sheet, x, y)
    if (v <= NOTHING / 2) return null
    profile[k] = v
  }
  const [first, last] = [Math.floor((0.4 * site.inner) / step), Math.floor((site.inner + 0.6 * site.outer) / step)]
  const mean = (from: number, to: number) => {
    let sum = 0
    for (let k = from; k < to; k++) sum += profile[k]!
    return sum / Math.max(1, to - from)
  }
  const [frost, clear] = [mean(0, Math.max(1, first)), mean(Math.min(last, n - 1), n)]
  if (frost - clear < LEAST_STEP) return null
  let area = 0
  for (let k = 0; k < n; k++) {
    profile[k] = (profile[k]! - clear) / (frost - clear)
    area += Math.min(1, Math.max(0, profile[k]!)) * step
  }
  // Where the edge would be if it were a step: noise hardly moves it.
  const about = area - site.inner - step / 2
  const at = (height: number) => crossing(profile, step, site.inner, about, height)
  const [half, ragged] = [at(0.5), at(RAGGED_AT.value)]
  return half === null || ragged === null ? null : { site, half, ragged, profile, step }
}

/** Where a falling profile passes a height, the passing nearest to `about`; null where it never does. */
function crossing(profile: Float32Array, step: number, inner: number, about: number, height: number): number | null {
  let best: number | null = null
  for (let k = 0; k + 1 < profile.length; k++) {
    const [a, b] = [profile[k]!, profile[k + 1]!]
    if (a < height || b >= height) continue
    const t = (k + (a - height) / (a - b)) * step - inner
    if (best === null || Math.abs(t - about) < Math.abs(best - about)) best = t
  }
  return best
}

export interface EdgeReading {
  /** How far the edge strays from a smooth line, mm. */
  raggedness: number
  /** From a tenth to nine tenths of its height, mm, the picture's own blur and all; null where it can't be told. */
  blur: number | null
  /** How far outside the plan the edges lie, mm: creep, or too small where negative; null where it can't be told from the art's size. */
  offset: number | null
  /** Edge that was measured, mm. */
  length: number
}

/** Edges are straightened over this length, in places: what strays over more is where the art lies, and no raggedness. */
const SEGMENT = 50
const SHORTEST = 20

/** Places next to each other, cut into pieces short enough to be straightened. */
function segments(found: readonly Found[]): Found[][] {
  const out: Found[][] = []
  let open: Found[] = []
  for (const f of found) {
    if (open.length === SEGMENT || (open.length > 0 && open[0]!.site.stretch !== f.site.stretch)) {
      out.push(open)
      open = []
    }
    open.push(f)
  }
  return [...out, open].filter(s => s.length >= SHORTEST)
}

/**
 * Raggedness and blur of edges: the scatter about a straight line through each 5 mm, all of them together, and the way from a tenth to
 * nine tenths of the height.
 * @returns null where hardly any edge can be followed
 */
export function readEdges(found: readonly Found[]): Omit<EdgeReading, 'offset'> | null {
  const parts = segments(found)
  let [squares, freedom, places] = [0, 0, 0]
  const blurs: { blur: number, n: number }[] = []
  for (const part of parts) {
    squares += scatter(part.map(f => f.ragged))
    freedom += part.length - 2
    places += part.length
    const blur = blurOf(part)
    if (blur !== null) blurs.push({ blur, n: part.length })
  }
  if (places * SPACING < 10) return null
  const weight = blurs.reduce((sum, b) => sum + b.n, 0)
  return {
    raggedness: Math.sqrt(squares / freedom),
    blur: weight * 2 < places ? null : blurs.reduce((sum, b) => sum + b.blur * b.n, 0) / weight,
    length: places * SPACING,
  }
}

/** Squares about the straight line of least squares. */
function scatter(d: readonly number[]): number {
  const n = d.length
  const middle = (n - 1) / 2
  const mean = d.reduce((a, b) => a + b, 0) / n
  let [xy, xx] = [0, 0]
  d.forEach((v, k) => {
    xy += (k - middle) * (v - mean)
    xx += (k - middle) ** 2
  })
  const slope = xy / xx
  return d.reduce((sum, v, k) => sum + (v - mean - slope * (k - middle)) ** 2, 0)
}

/** Ten to ninety per cent of the mean of profiles that are laid over each other where each is half as high. */
function blurOf(part: readonly Found[]): number | null {
  const step = part[0]!.step
  const out = Math.min(...part.map(f => Math.min(f.site.outer - f.half, f.site.inner + f.half)))
  const n = Math.floor(out / step)
  if (n < 3) return null
  const mean = new Float32Array(2 * n + 1)
  for (const { profile, half, site } of part) {
    for (let k = -n; k <= n; k++) {
      const at = (half + site.inner) / step + k
      const i = Math.min(profile.length - 2, Math.max(0, Math.floor(at)))
      mean[k + n]! += (profile[i]! + (at - i) * (profile[i + 1]! - profile[i]!)) / part.length
    }
  }
  const [high, low] = [crossing(mean, step, n * step, 0, 0.9), crossing(mean, step, n * step, 0, 0.1)]
  return high === null || low === null ? null : low - high
}
