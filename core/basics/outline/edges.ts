import type { Box, Region } from './ring'
import { boundsOf, vertexCount } from './ring'

/**
 * The edges of a region in a grid of square cells, so that what lies near a point is found without looking at all of them.
 * Edge i runs from (x0, y0)[i] to (x1, y1)[i] with the inside on its right on the screen.
 */
export interface EdgeIndex {
  count: number
  x0: Float64Array
  y0: Float64Array
  x1: Float64Array
  y1: Float64Array
  /** Edge before and after it on the same ring. */
  before: Int32Array
  after: Int32Array
  /** Ring that it belongs to. */
  ring: Int32Array
  box: Box
  cell: number
  columns: number
  rows: number
  /** Edges of cell c: `items` from `first[c]` up to `first[c + 1]`. */
  first: Int32Array
  items: Int32Array
  /** For each cell, how many rings of cells round it hold nothing, itself the first: a search starts beyond them. */
  empty: Uint16Array
}

/** More cells than this gain nothing. */
const MOST_CELLS = 1 << 20

/** @throws RangeError for a region without rings */
export function edgesOf(region: Region): EdgeIndex {
  const box = boundsOf(region)
  if (!box) throw new RangeError('There is nothing to look at.')
  const count = vertexCount(region)
  const [x0, y0, x1, y1] = Array.from({ length: 4 }, () => new Float64Array(count)) as [
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
  ]
  const [before, after, ringOf] = [new Int32Array(count), new Int32Array(count), new Int32Array(count)]
  let e = 0
  region.forEach((ring, r) => {
    const [start, n] = [e, ring.length / 2]
    for (let i = 0; i < n; i++, e++) {
      const j = (i + 1) % n
      x0[e] = ring[2 * i]!
      y0[e] = ring[2 * i + 1]!
      x1[e] = ring[2 * j]!
      y1[e] = ring[2 * j + 1]!
      before[e] = start + ((i + n - 1) % n)
      after[e] = start + j
      ringOf[e] = r
    }
  })
  const grid = bucketed(box, count, x0, y0, x1, y1)
  return { count, x0, y0, x1, y1, before, after, ring: ringOf, box, ...grid }
}

function bucketed(box: Box, count: number, x0: Float64Array, y0: Float64Array, x1: Float64Array, y1: Float64Array) {
  const [wide, high] = [Math.max(box.right - box.left, 1e-6), Math.max(box.bottom - box.top, 1e-6)]
  // A few cells an edge: a search then looks at a handful of edges whatever their number.
  const cell = Math.sqrt((wide * high) / Math.min(Math.max(4 * count, 256), MOST_CELLS)) + Math.max(wide, high) / 4096
  const [columns, rows] = [Math.floor(wide / cell) + 1, Math.floor(high / cell) + 1]
  const sizes = new Int32Array(columns * rows + 1)
  const visit = (each: (c: number, e: number) => void) => {
    for (let e = 0; e < count; e++) cellsOf(e, each)
  }
  function cellsOf(e: number, each: (c: number, e: number) => void) {
    const [ax, ay, bx, by] = [x0[e]!, y0[e]!, x1[e]!, y1[e]!]
    const [r0, r1] = [row(Math.min(ay, by)), row(Math.max(ay, by))]
    for (let r = r0; r <= r1; r++) {
      // The stretch of the edge that lies in this row of cells; a hair wider, so that none is missed by rounding.
      let [left, right] = [Math.min(ax, bx), Math.max(ax, bx)]
      if (r0 !== r1) {
        const [top, bottom] = [box.top + r * cell, box.top + (r + 1) * cell]
        const [s, t] = [clamp01((top - ay) / (by - ay)), clamp01((bottom - ay) / (by - ay))]
        const [xs, xt] = [ax + s * (bx - ax), ax + t * (bx - ax)]
        left = Math.min(xs, xt)
        right = Math.max(xs, xt)
      }
      const [c0, c1] = [column(left - 1e-9), column(right + 1e-9)]
      for (let c = c0; c <= c1; c++) each(r * columns + c, e)
    }
  }
  const clampTo = (v: number, most: number) => (v < 0 ? 0 : v > most ? most : v)
  const column = (x: number) => clampTo(Math.floor((x - box.left) / cell), columns - 1)
  const row = (y: number) => clampTo(Math.floor((y - box.top) / cell), rows - 1)
  visit((c) => {
    sizes[c + 1]!++
  })
  for (let c = 0; c < columns * rows; c++) sizes[c + 1]! += sizes[c]!
  const first = sizes
  const items = new Int32Array(first[columns * rows]!)
  const fill = first.slice()
  visit((c, e) => {
    items[fill[c]!++] = e
  })
  return { cell, columns, rows, first, items, empty: emptyRings(columns, rows, first) }
}

/** Chessboard distance to the nearest cell that holds an edge, in two sweeps. */
function emptyRings(columns: number, rows: number, first: Int32Array): Uint16Array {
  const out = new Uint16Array(columns * rows).fill(65_535)
  const lower = (c: number, from: number) => {
    if (out[from]! + 1 < out[c]!) out[c] = out[from]! + 1
  }
  for (let r = 0, c = 0; r < rows; r++) {
    for (let k = 0; k < columns; k++, c++) {
      if (first[c + 1]! > first[c]!) out[c] = 0
      if (k > 0) lower(c, c - 1)
      if (r > 0) {
        lower(c, c - columns)
        if (k > 0) lower(c, c - columns - 1)
        if (k < columns - 1) lower(c, c - columns + 1)
      }
    }
  }
  for (let r = rows - 1, c = columns * rows - 1; r >= 0; r--) {
    for (let k = columns - 1; k >= 0; k--, c--) {
      if (k < columns - 1) lower(c, c + 1)
      if (r < rows - 1) {
        lower(c, c + columns)
        if (k < columns - 1) lower(c, c + columns + 1)
        if (k > 0) lower(c, c + columns - 1)
      }
    }
  }
  return out
}

const clamp01 = (t: number) => (t < 0 ? 0 : t > 1 ? 1 : t)

export interface Nearest {
  edge: number
  distance: number
  x: number
  y: number
}

/** The search's own state, kept out of closures: this is the innermost loop of every report. */
const found = { best: 0, edge: -1, x: 0, y: 0 }

function lookInCell(index: EdgeIndex, c: number, x: number, y: number): void {
  const { x0, y0, x1, y1, first, items } = index
  for (let k = first[c]!, end = first[c + 1]!; k < end; k++) {
    const e = items[k]!
    const [ax, ay] = [x0[e]!, y0[e]!]
    const dx = x1[e]! - ax
    const dy = y1[e]! - ay
    const length = dx * dx + dy * dy
    const along = (x - ax) * dx + (y - ay) * dy
    const t = along <= 0 ? 0 : along >= length ? 1 : along / length
    const qx = ax + t * dx
    const qy = ay + t * dy
    const d = (x - qx) * (x - qx) + (y - qy) * (y - qy)
    if (d < found.best) {
      found.best = d
      found.edge = e
      found.x = qx
      found.y = qy
    }
  }
}

/**
 * Nearest point of any edge, or null when none is nearer than `within`, mm.
 * Cells are looked at ring by ring round the point, until the next ring is too far to matter.
 */
export function nearestEdge(index: EdgeIndex, x: number, y: number, within = Infinity): Nearest | null {
  const { box, cell, columns, rows, empty } = index
  const cx = Math.floor((x - box.left) / cell)
  const cy = Math.floor((y - box.top) / cell)
  const outside = cx < 0 || cy < 0 || cx >= columns || cy >= rows
  found.best = within * within
  found.edge = -1
  // From outside the grid the first rings of cells hold nothing, and from an empty cell neither do as many as were counted.
  const start = outside ? Math.max(0, -cx, cx - columns + 1, -cy, cy - rows + 1) : empty[cy * columns + cx]!
  const end = Math.max(cx, columns - 1 - cx, cy, rows - 1 - cy)
  for (let k = start; k <= end; k++) {
    // What lies in ring k is farther away than the near side of the block within it.
    const away
      = k === 0
        ? 0
        : Math.min(
            x - (box.left + (cx - k + 1) * cell),
            box.left + (cx + k) * cell - x,
            y - (box.top + (cy - k + 1) * cell),
            box.top + (cy + k) * cell - y,
          )
    if (away > 0 && away * away >= found.best) break
    const [r0, r1] = [Math.max(0, cy - k), Math.min(rows - 1, cy + k)]
    const [c0, c1] = [Math.max(0, cx - k), Math.min(columns - 1, cx + k)]
    for (let r = r0; r <= r1; r++) {
      if (r === cy - k || r === cy + k) for (let c = c0; c <= c1; c++) lookInCell(index, r * columns + c, x, y)
      else {
        if (cx - k >= 0 && cx - k < columns) lookInCell(index, r * columns + cx - k, x, y)
        if (k > 0 && cx + k >= 0 && cx + k < columns) lookInCell(index, r * columns + cx + k, x, y)
      }
    }
  }
  return found.edge < 0 ? null : { edge: found.edge, distance: Math.sqrt(found.best), x: found.x, y: found.y }
}

/** Even–odd along the row of cells to the right: an edge counts in the one cell where it crosses. */
export function isInside(index: EdgeIndex, x: number, y: number): boolean {
  const { x0, y0, x1, y1, box, cell, columns, rows, first, items } = index
  if (x < box.left || x > box.right || y < box.top || y > box.bottom) return false
  const row = Math.min(rows - 1, Math.floor((y - box.top) / cell))
  let inside = false
  for (let c = Math.min(columns - 1, Math.floor((x - box.left) / cell)); c < columns; c++) {
    for (let k = first[row * columns + c]!, end = first[row * columns + c + 1]!; k < end; k++) {
      const e = items[k]!
      const [ay, by] = [y0[e]!, y1[e]!]
      if (ay > y === by > y) continue
      const at = ((x1[e]! - x0[e]!) * (y - ay)) / (by - ay) + x0[e]!
      const own = Math.min(columns - 1, Math.max(0, Math.floor((at - box.left) / cell)))
      if (at > x && own === c) inside = !inside
    }
  }
  return inside
}
