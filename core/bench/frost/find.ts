import { boundsOf, compose, transformed } from '../../basics/outline'
import type { Affine, Region } from '../../basics/outline'
import type { Pictured, Plane } from './lightness'
import { flatOf, mappingOf, seenWidth, STRAIGHT } from './lie'
import type { Corners, Lie, Window } from './lie'
import { coverage } from './raster'
import type { Coverage } from './raster'
import { settle } from './settle'
import type { Settled } from './settle'
import { gridOf, NOTHING, unwrap } from './unwrap'
import type { Sheet } from './unwrap'

/** Longer side of the picture as it is looked over first, pixels. */
const OVERVIEW = 360
/** Specks smaller than this share of all that is bright are no art. */
const SPECK = 0.002

/** What splits a plane's values best into dark and bright: the threshold that leaves least variance within both (Otsu). */
export function splitOf(values: Float32Array): number {
  const BINS = 256
  const most = values.reduce((a, b) => Math.max(a, b), 0)
  if (most <= 0) return 0
  const counts = new Float64Array(BINS)
  for (const v of values) counts[Math.min(BINS - 1, Math.floor((v / most) * BINS))]!++
  const total = values.length
  const sum = counts.reduce((s, c, k) => s + c * k, 0)
  let [below, sumBelow, best, at] = [0, 0, -1, 0]
  for (let k = 0; k < BINS - 1; k++) {
    below += counts[k]!
    sumBelow += counts[k]! * k
    if (below === 0 || below === total) continue
    const between = below * (total - below) * (sumBelow / below - (sum - sumBelow) / (total - below)) ** 2
    if (between > best) [best, at] = [between, k + 1]
  }
  return (at * most) / BINS
}

/** Which connected part each cell that is marked belongs to, from 1; 0 for the rest. */
function parts({ width, height }: Plane, marked: Uint8Array): { of: Int32Array, sizes: number[], touching: boolean[] } {
  const of = new Int32Array(marked.length)
  const sizes = [0]
  const touching = [false]
  for (let start = 0; start < marked.length; start++) {
    if (!marked[start] || of[start]) continue
    const no = sizes.length
    const todo = [start]
    of[start] = no
    let [size, touches] = [0, false]
    while (todo.length > 0) {
      const k = todo.pop()!
      size++
      const [x, y] = [k % width, Math.floor(k / width)]
      if (x === 0 || y === 0 || x === width - 1 || y === height - 1) touches = true
      for (const [i, j] of [[x - 1, y], [x + 1, y], [x, y - 1], [x, y + 1]] as const) {
        if (i < 0 || j < 0 || i >= width || j >= height) continue
        const next = j * width + i
        if (marked[next] && !of[next]) {
          of[next] = no
          todo.push(next)
        }
      }
    }
    sizes.push(size)
    touching.push(touches)
  }
  return { of, sizes, touching }
}

interface Spread {
  x: number
  y: number
  /** Standard deviations along both axes after a turn. */
  sx: number
  sy: number
}

function spread(points: readonly (readonly [number, number, number])[], turn: number): Spread | null {
  const [c, s] = [Math.cos(turn), Math.sin(turn)]
  let [n, mx, my] = [0, 0, 0]
  for (const [x, y, w] of points) {
    n += w
    mx += w * x
    my += w * y
  }
  if (n === 0) return null
  mx /= n
  my /= n
  let [xx, yy] = [0, 0]
  for (const [x, y, w] of points) {
    xx += w * (c * (x - mx) + s * (y - my)) ** 2
    yy += w * (-s * (x - mx) + c * (y - my)) ** 2
  }
  return { x: mx, y: my, sx: Math.sqrt(xx / n), sy: Math.sqrt(yy / n) }
}

/** Degrees by which a picture may be held askew. */
const TURNS = Array.from({ length: 17 }, (_, i) => (i - 8) * 5)
/** Likeness from which art counts as found. */
const ALIKE = 0.6

/**
 * Looks for the art in a picture: what is bright and lies on something dark is laid over the plan by its middle and its spread, at
 * several turns; the best is settled.
 * @returns null where nothing like it is seen: then somebody has to show where it is
 */
export function findArt(picture: Pictured, art: Region, window: Window): (Settled & { likeness: number }) | null {
  const by = 2 ** Math.max(0, Math.round(Math.log2(Math.max(picture.width, picture.height) / OVERVIEW)))
  const plane = picture.plane(by)
  // By lightness rather than light: frost in shade is nearer to frost than to the card then.
  const seen: Plane = { ...plane, values: plane.values.map(v => Math.cbrt(v)) }
  const split = splitOf(seen.values)
  const bright = Uint8Array.from(seen.values, v => (v > split ? 1 : 0))
  const { of, sizes, touching } = parts(plane, bright)
  const inside = sizes.reduce((sum, size, no) => (touching[no] ? sum : sum + size), 0)
  const taken = sizes.map((size, no) => no > 0 && !touching[no] && size >= SPECK * inside)
  const points: [number, number, number][] = []
  for (let k = 0; k < of.length; k++)
    if (taken[of[k]!]) points.push([((k % plane.width) + 0.5) * by, (Math.floor(k / plane.width) + 0.5) * by, 1])
  const plan = plannedSpread(art, window)
  if (points.length < 30 || !plan) return null
  let best: { lie: Lie, like: number } | null = null
  for (const degrees of TURNS) {
    const turn = (degrees * Math.PI) / 180
    const here = spread(points, turn)
    if (!here || here.sx === 0 || here.sy === 0) continue
    const lie: Lie = { corners: laid(window, plan, here, turn), front: STRAIGHT }
    const like = likenessAt(picture, art, window, lie)
    if (!best || like > best.like) best = { lie, like }
  }
  if (!best || best.like < 0.25) return null
  const settled = settle(picture, art, window, best.lie)
  const like = likenessAt(picture, art, window, settled.lie)
  return like >= ALIKE ? { ...settled, likeness: like } : null
}

/** How like the plan a sheet is: the correlation of both, 1 where they are the same but for light. */
function likeness(sheet: Sheet, grid: Coverage): number {
  let [n, sx, sy, xx, yy, xy] = [0, 0, 0, 0, 0, 0]
  for (let k = 0; k < grid.values.length; k++) {
    const y = sheet.values[k]!
    if (y === NOTHING) continue
    const x = grid.values[k]! / 255
    n++
    sx += x
    sy += y
    xx += x * x
    yy += y * y
    xy += x * y
  }
  const spread = (n * xx - sx * sx) * (n * yy - sy * sy)
  return spread <= 0 ? 0 : (n * xy - sx * sy) / Math.sqrt(spread)
}

function likenessAt(picture: Pictured, art: Region, window: Window, lie: Lie): number {
  const sheet = unwrap(picture, window, lie, 3)
  return sheet ? likeness(sheet, gridOf(art, sheet)) : 0
}

/** Farther than this, mm, a hand did not mean what the edges say. */
const MOST_MOVED = 2

/** The corners of a hand, laid onto the art near them; as the hand put them where that leads away, or to something less like it. */
export function settleNear(picture: Pictured, art: Region, window: Window, lie: Lie): Settled {
  const byHand: Settled = { lie, offset: 0, offsetError: Infinity }
  const scale = mappingOf(window, lie)?.scale
  if (scale === undefined) return byHand
  const settled = settle(picture, art, window, lie)
  const moved = Math.max(...settled.lie.corners.map((c, i) => Math.hypot(c.x - lie.corners[i]!.x, c.y - lie.corners[i]!.y))) / scale
  const like = (of: Lie) => likenessAt(picture, art, window, of)
  return moved <= MOST_MOVED && like(settled.lie) >= Math.min(ALIKE, like(lie)) ? settled : byHand
}

/** Middle and spread of the planned art as it is seen from the front, mm of its window. */
function plannedSpread(art: Region, window: Window): Spread | null {
  const box = boundsOf(art)
  if (!box) return null
  const scale = 2
  const grid = coverage(art, 0, 0, Math.ceil(window.width * scale), Math.ceil(window.height * scale), scale)
  const flat = flatOf(window, STRAIGHT)
  const points: [number, number, number][] = []
  for (let k = 0; k < grid.values.length; k++) {
    if (grid.values[k]! === 0) continue
    const [x, y] = [((k % grid.width) + 0.5) / scale, (Math.floor(k / grid.width) + 0.5) / scale]
    const p = flat(x, y)
    // Turned away, a mm of the wall looks narrower, and weighs less.
    const angle = window.radius === null ? 0 : (x - window.width / 2) / window.radius
    points.push([p.x, p.y, (grid.values[k]! / 255) * Math.cos(angle)])
  }
  return spread(points, 0)
}

function laid(window: Window, plan: Spread, here: Spread, turn: number): Corners {
  const [kx, ky] = [here.sx / plan.sx, here.sy / plan.sy]
  const [c, s] = [Math.cos(turn), Math.sin(turn)]
  const [w, h] = [seenWidth(window), window.height]
  const map: Affine = compose([c, s, -s, c, here.x, here.y], compose([kx, 0, 0, ky, 0, 0], [1, 0, 0, 1, -plan.x, -plan.y]))
  const [ring] = transformed([Float64Array.of(0, 0, w, 0, w, h, 0, h)], map)
  return Array.from({ length: 4 }, (_, i) => ({ x: ring![2 * i]!, y: ring![2 * i + 1]! })) as unknown as Corners
}
