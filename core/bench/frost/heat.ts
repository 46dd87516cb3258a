import type { Coverage } from './raster'
import { NOTHING } from './unwrap'
import type { Sheet } from './unwrap'

/** Frost that is where none was planned, or is not where it was. */
export type SpotKind = 'outside' | 'missing'

/** A spot; place and size in mm of the window. */
export interface FrostSpot {
  kind: SpotKind
  x: number
  y: number
  /** mm² */
  area: number
}

/** How frosted each cell is against the plan. */
export interface HeatMap {
  width: number
  height: number
  /** Side of a cell, mm; the first has its corner at -`margin`. */
  cell: number
  margin: number
  /** -100 clear where frost was planned, to 100 frosted where none was; row by row. */
  values: Int8Array
}

export interface Against {
  heat: HeatMap
  /** mm² */
  outside: number
  missing: number
  spots: FrostSpot[]
  /** 1 for each cell of the map where frost is missing, or that lies beside one. */
  gaps: Uint8Array
}

/** What is narrower than this lies along an edge that crept or fell short, and is no spot, mm. */
const NARROWEST = 0.5
/** A cell is too frosted, or too little, from half of the way on. */
const HALF = 0.5
/** Smaller spots are dust, mm². */
const DUST = 0.5
/** Longer side of the map, cells. */
const MOST_CELLS = 320
const FINEST_CELL = 0.25

/** @param sheet clear is 0 there, and frost 1 @param grid the planned coverage, on the same cells */
export function againstPlan(sheet: Sheet, grid: Coverage): Against {
  const { scale, margin } = sheet
  const by = Math.max(1, Math.round(Math.max(FINEST_CELL * scale, Math.max(sheet.width, sheet.height) / MOST_CELLS)))
  const [width, height] = [Math.floor(sheet.width / by), Math.floor(sheet.height / by)]
  const cell = by / scale
  const values = new Int8Array(width * height)
  const seen = new Uint8Array(width * height)
  for (let j = 0; j < height; j++) {
    for (let i = 0; i < width; i++) {
      let n = 0
      let sum = 0
      let covered = 0
      for (let y = j * by; y < (j + 1) * by; y++) {
        for (let x = i * by; x < (i + 1) * by; x++) {
          const k = y * sheet.width + x
          if (sheet.values[k] === NOTHING) continue
          n++
          sum += sheet.values[k]!
          covered += grid.values[k]!
        }
      }
      if (n === 0) continue
      const more = sum / n - covered / n / 255
      const k = j * width + i
      values[k] = Math.round(100 * Math.min(1, Math.max(-1, more)))
      if (more > HALF) seen[k] = 1
      if (more < -HALF) seen[k] = 2
    }
  }
  const kinds = wideOnly(seen, width, height, Math.max(1, Math.round(NARROWEST / cell)))
  const spots = [...spotsOf(kinds, 1, width, height, cell, margin), ...spotsOf(kinds, 2, width, height, cell, margin)]
    .filter(s => s.area >= DUST)
    .sort((a, b) => b.area - a.area)
  const area = (kind: SpotKind) => spots.reduce((sum, s) => (s.kind === kind ? sum + s.area : sum), 0)
  const heat = { width, height, cell, margin, values }
  return { heat, outside: area('outside'), missing: area('missing'), spots, gaps: besideGaps(kinds, width, height) }
}

/** Of each kind what a square of `side` cells of it covers: a seam along an edge is none. */
function wideOnly(kinds: Uint8Array, width: number, height: number, side: number): Uint8Array {
  const out = new Uint8Array(kinds.length)
  for (let j = 0; j + side <= height; j++) {
    for (let i = 0; i + side <= width; i++) {
      const kind = kinds[j * width + i]!
      if (kind === 0) continue
      let all = true
      for (let y = j; all && y < j + side; y++) for (let x = i; all && x < i + side; x++) all = kinds[y * width + x] === kind
      if (all) for (let y = j; y < j + side; y++) out.fill(kind, y * width + i, y * width + i + side)
    }
  }
  return out
}

/** Cells of missing frost and their neighbours, two cells round. */
function besideGaps(kinds: Uint8Array, width: number, height: number): Uint8Array {
  const out = new Uint8Array(kinds.length)
  for (let k = 0; k < kinds.length; k++) {
    if (kinds[k] !== 2) continue
    const [x, y] = [k % width, Math.floor(k / width)]
    for (let j = Math.max(0, y - 2); j <= Math.min(height - 1, y + 2); j++)
      for (let i = Math.max(0, x - 2); i <= Math.min(width - 1, x + 2); i++) out[j * width + i] = 1
  }
  return out
}

/** The cells of a sheet's area without what lies in gaps: a hole in the frost is one fault, and no unevenness besides. */
export function withoutGaps(inside: Uint8Array, sheet: Sheet, { heat, gaps }: Against): Uint8Array {
  const by = Math.round(heat.cell * sheet.scale)
  return inside.map((v, k) => {
    const [i, j] = [Math.floor((k % sheet.width) / by), Math.floor(Math.floor(k / sheet.width) / by)]
    return i < heat.width && j < heat.height && gaps[j * heat.width + i] === 1 ? 0 : v
  })
}

/** Connected cells of one kind, eight ways round. */
function spotsOf(kinds: Uint8Array, kind: 1 | 2, width: number, height: number, cell: number, margin: number): FrostSpot[] {
  const seen = new Uint8Array(kinds.length)
  const out: FrostSpot[] = []
  for (let start = 0; start < kinds.length; start++) {
    if (kinds[start] !== kind || seen[start]) continue
    const todo = [start]
    seen[start] = 1
    let [n, sx, sy] = [0, 0, 0]
    while (todo.length > 0) {
      const k = todo.pop()!
      const [x, y] = [k % width, Math.floor(k / width)]
      n++
      sx += x + 0.5
      sy += y + 0.5
      for (let j = Math.max(0, y - 1); j <= Math.min(height - 1, y + 1); j++) {
        for (let i = Math.max(0, x - 1); i <= Math.min(width - 1, x + 1); i++) {
          const next = j * width + i
          if (kinds[next] !== kind || seen[next]) continue
          seen[next] = 1
          todo.push(next)
        }
      }
    }
    out.push({ kind: kind === 1 ? 'outside' : 'missing', x: (sx / n) * cell - margin, y: (sy / n) * cell - margin, area: n * cell * cell })
  }
  return out
}
