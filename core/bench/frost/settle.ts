import type { Region } from '../../basics/outline'
import { Equations } from './equations'
import { edgeSites, lookAcross, SPACING } from './edges'
import type { Site } from './edges'
import { clearOf, evened, lightOf, normalised } from './light'
import { flatOf, frontness, mapped, mappingOf, seenWidth, STRAIGHT } from './lie'
import type { Corners, Lie, Window } from './lie'
import type { Pictured, Plane } from './lightness'
import type { Coverage } from './raster'
import { gridOf, NOTHING, unwrap } from './unwrap'
import type { Sheet } from './unwrap'

/** The eight ways a flat thing's place in a picture can be off, and for a round wall the three that its front can be. */
const WAYS = 11

/** How a place moves with each way, in flat mm; and how much wider a mm across is on the wall there. */
type Moves = (x: number, y: number) => { u: number[], v: number[], stretch: number }

function movesOf(window: Window): Moves {
  const [w, h] = [seenWidth(window), window.height]
  const flat = flatOf(window, STRAIGHT)
  return (x, y) => {
    const p = flat(x, y)
    const [a, b] = [(2 * p.x) / w - 1, (2 * p.y) / h - 1]
    const z = frontness(window, x)
    const angle = window.radius === null ? 0 : (x - window.width / 2) / window.radius
    return {
      u: [1, a, b, 0, 0, 0, a * a, a * b, z, 0, z * a],
      v: [0, 0, 0, 1, a, b, a * b, b * b, 0, z, (z * b * h) / w],
      stretch: 1 / Math.max(0.25, Math.cos(angle)),
    }
  }
}

/** Equations of a place: how much farther outward something there lies for each way. @param gx outward, as gy */
const outward = ({ u, v, stretch }: ReturnType<Moves>, gx: number, gy: number): number[] =>
  u.map((across, i) => gx * across * stretch + gy * v[i]!)

/** The lie with the art moved by so much of each way. */
function movedLie(window: Window, lie: Lie, ways: readonly number[]): Lie | null {
  const mapping = mappingOf(window, lie)
  if (!mapping) return null
  const moves = movesOf(window)
  const places: [number, number][] = [[0, 0], [window.width, 0], [window.width, window.height], [0, window.height]]
  const corners = places.map(([x, y]) => {
    const [p, m] = [mapping.flat(x, y), moves(x, y)]
    const by = (of: number[]) => of.reduce((sum, v, k) => sum + v * ways[k]!, 0)
    return mapped(mapping.h, p.x + by(m.u), p.y + by(m.v))
  })
  const front = {
    right: lie.front.right + ways[8]!,
    lower: lie.front.lower + ways[9]!,
    larger: lie.front.larger + (2 * ways[10]!) / seenWidth(window),
  }
  return { corners: corners as unknown as Corners, front: window.radius === null ? STRAIGHT : front }
}

/** Averages over a square, there and back: close to a bell. @param r cells to each side */
function softened({ width, height, values }: Plane, r: number): Plane {
  let from = values
  for (let pass = 0; pass < 2; pass++) {
    for (const along of [true, false]) {
      const to = new Float32Array(from.length)
      const [lines, cells, step, next] = along ? [height, width, 1, width] : [width, height, width, 1]
      for (let line = 0; line < lines; line++) {
        let sum = 0
        const at = (k: number) => from[line * next + Math.min(cells - 1, Math.max(0, k)) * step]!
        for (let k = -r; k <= r; k++) sum += at(k)
        for (let k = 0; k < cells; k++) {
          to[line * next + k * step] = sum / (2 * r + 1)
          sum += at(k + r + 1) - at(k - r)
        }
      }
      from = to
    }
  }
  return { width, height, values: from }
}

/** Places that are enough to lay the whole art by. */
const PLACES = 9000

/** Follows the brightness of the whole art: takes it from some mm away to a few tenths of one. @param soft mm */
function byBrightness(picture: Pictured, art: Region, window: Window, from: Lie, scale: number, soft: number, rounds: number): Lie {
  let lie = from
  const moves = movesOf(window)
  let plan: Plane | null = null
  let places: { k: number, j: Float64Array }[] = []
  for (let round = 0; round < rounds; round++) {
    const sheet = unwrap(picture, window, lie, scale)
    if (!sheet) return lie
    const r = Math.max(1, Math.round(soft * scale))
    if (!plan) {
      const grid = gridOf(art, sheet)
      plan = softened({ ...grid, values: Float32Array.from(grid.values, v => v / 255) }, r)
      places = slopes(plan, sheet).map(({ k, x, y, gx, gy }) => ({
        k,
        // How bright frost and card are is found with how far the art is off.
        j: Float64Array.of(...outward(moves(x, y), -gx, -gy), plan!.values[k]!, 1),
      }))
    }
    const seen = softened(sheet, r)
    const equations = new Equations(WAYS + 2)
    for (const { k, j } of places) if (sheet.values[k] !== NOTHING) equations.add(j, seen.values[k]!)
    const found = equations.solved(2)
    if (!found) return lie
    const height = found[WAYS]!
    if (height <= 1e-4) return lie
    const ways = found.slice(0, WAYS).map(v => v / height)
    const most = Math.max(...ways.map(Math.abs))
    const next = movedLie(window, lie, most > MOST_MOVED ? ways.map(v => (v * MOST_MOVED) / most) : ways)
    if (!next) return lie
    lie = next
    if (most < 0.02) break
  }
  return lie
}

/** No step goes farther, mm: slopes are known only that far. */
const MOST_MOVED = 4

/** Slopes of the plan, a mm at a time, at places evenly taken from all there are. */
function slopes({ width, height, values }: Plane, { scale, margin }: Sheet) {
  const every = Math.max(1, Math.floor(((width - 2) * (height - 2)) / PLACES))
  const out: { k: number, x: number, y: number, gx: number, gy: number }[] = []
  let n = 0
  for (let j = 1; j < height - 1; j++) {
    for (let i = 1; i < width - 1; i++) {
      if (n++ % every !== 0) continue
      const k = j * width + i
      const gx = ((values[k + 1]! - values[k - 1]!) * scale) / 2
      const gy = ((values[k + width]! - values[k - width]!) * scale) / 2
      out.push({ k, x: (i + 0.5) / scale - margin, y: (j + 0.5) / scale - margin, gx, gy })
    }
  }
  return out
}

/** At most so many places on edges are followed. */
const SITES = 1500
/** An edge farther from where it is looked for than so many usual deviations is something else. */
const STRAY = 2.5
/** Places on an edge nearer to each other than this are off together, mm. */
const ALIKE_OVER = 1

/** How far edges lie outside the plan by the last fit, and how surely that can be told from the art's size, mm. */
export interface Settled {
  lie: Lie
  offset: number
  offsetError: number
}

/** Follows the edges themselves, down to hundredths of a mm. How far all of them lie outside the plan is found beside where the art is. */
function byEdges(picture: Pictured, art: Region, window: Window, from: Lie, scale: number): Settled | null {
  let settled: Settled | null = null
  let lie = from
  const moves = movesOf(window)
  let plan: { grid: Coverage, sites: { site: Site, j: number[] }[], apart: number } | null = null
  for (let round = 0; round < 5; round++) {
    const sheet = unwrap(picture, window, lie, scale)
    if (!sheet) return settled
    if (!plan) {
      const grid = gridOf(art, sheet)
      const all = edgeSites(art, grid, scale, sheet.margin)
      const every = Math.max(1, Math.ceil(all.length / SITES))
      const sites = all
        .filter((_, k) => k % every === 0)
        .map(site => ({ site, j: [...outward(moves(site.x, site.y), site.nx, site.ny), 1] }))
      plan = { grid, sites, apart: SPACING * every }
    }
    const light = lightOf(sheet, clearOf(plan.grid, scale))
    const even = light && normalised(evened(sheet, light), plan.grid)
    if (!even) return settled
    const found = plan.sites.flatMap(({ site, j }) => {
      const edge = lookAcross(even, site)
      return edge ? [{ j, d: edge.half }] : []
    })
    if (found.length < FEWEST_SITES) return settled
    const first = fitted(found)
    if (!first) return settled
    const usual = found.map(first.off).sort((a, b) => a - b)[found.length >> 1]! * 1.4826
    const kept = found.filter(r => first.off(r) <= STRAY * usual + 1e-6)
    const fit = fitted(kept)
    const next = fit && movedLie(window, lie, fit.ways)
    if (!fit || !next) return settled
    lie = next
    const variance = kept.reduce((sum, r) => sum + fit.off(r) ** 2, 0) / Math.max(1, kept.length - WAYS - 1)
    const groups = Math.max(1, ALIKE_OVER / plan.apart)
    settled = { lie, offset: fit.ways[WAYS]!, offsetError: Math.sqrt(fit.equations.varianceOf(WAYS) * variance * groups) }
    if (Math.max(...fit.ways.slice(0, WAYS).map(Math.abs)) < 0.003) break
  }
  return settled
}
const FEWEST_SITES = 40

function fitted(rows: readonly { j: number[], d: number }[]) {
  const equations = new Equations(WAYS + 1)
  for (const { j, d } of rows) equations.add(j, d)
  const ways = equations.solved()
  if (!ways) return null
  const off = ({ j, d }: { j: number[], d: number }) => Math.abs(d - j.reduce((sum, v, k) => sum + v * ways[k]!, 0))
  return { equations, ways, off }
}

/**
 * Lays the plan onto the picture more exactly than a hand can: first by brightness, coarse to fine, then by edges.
 * @param rough whether the corners may still be some mm off
 */
export function settle(picture: Pictured, art: Region, window: Window, from: Lie, rough = true): Settled {
  let lie = from
  if (rough) {
    lie = byBrightness(picture, art, window, lie, 2, 1.2, 8)
    lie = byBrightness(picture, art, window, lie, 4, 0.4, 6)
  }
  return byEdges(picture, art, window, lie, EDGE_SCALE) ?? { lie, offset: 0, offsetError: Infinity }
}
const EDGE_SCALE = 10
