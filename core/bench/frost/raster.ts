import type { Region } from '../../basics/outline'

/** How much of each cell an area covers, 0 to 255, row by row. */
export interface Coverage {
  width: number
  height: number
  values: Uint8Array
}

/** Lines looked at in each row of cells. */
const LINES = 4

/**
 * How much of each cell of a grid an area covers: exact along a line, four lines to a cell; even-odd.
 * @param left mm, with `top` the grid's upper left corner @param scale cells to a mm
 */
export function coverage(region: Region, left: number, top: number, width: number, height: number, scale: number): Coverage {
  const sums = new Float32Array(width)
  const values = new Uint8Array(width * height)
  const lines = height * LINES
  const hits: number[][] = Array.from({ length: lines }, () => [])
  for (const ring of region) {
    for (let i = 0, j = ring.length - 2; i < ring.length; j = i, i += 2) {
      let [x0, y0, x1, y1] = [ring[j]!, ring[j + 1]!, ring[i]!, ring[i + 1]!]
      if (y0 === y1) continue
      if (y0 > y1) [x0, y0, x1, y1] = [x1, y1, x0, y0]
      const step = (x1 - x0) / (y1 - y0)
      // A line lies at the middle of its share of the row.
      const first = Math.max(0, Math.ceil((y0 - top) * scale * LINES - 0.5))
      const last = Math.min(lines - 1, Math.ceil((y1 - top) * scale * LINES - 0.5) - 1)
      for (let k = first; k <= last; k++) {
        const y = top + (k + 0.5) / (scale * LINES)
        hits[k]!.push((x0 + (y - y0) * step - left) * scale)
      }
    }
  }
  for (let row = 0; row < height; row++) {
    sums.fill(0)
    for (let k = row * LINES; k < (row + 1) * LINES; k++) {
      const line = hits[k]!.sort((a, b) => a - b)
      for (let i = 0; i + 1 < line.length; i += 2) addSpan(sums, line[i]!, line[i + 1]!)
    }
    for (let x = 0; x < width; x++) values[row * width + x] = Math.min(255, Math.round((sums[x]! * 255) / LINES))
  }
  return { width, height, values }
}

function addSpan(sums: Float32Array, from: number, to: number): void {
  const [a, b] = [Math.max(0, from), Math.min(sums.length, to)]
  if (a >= b) return
  const [i, j] = [Math.floor(a), Math.floor(b)]
  if (i === j) return void (sums[i]! += b - a)
  sums[i]! += i + 1 - a
  for (let x = i + 1; x < j; x++) sums[x]! += 1
  if (j < sums.length) sums[j]! += b - j
}

/**
 * Cells whose whole surroundings are covered (or, for `want` 0, bare): 1 where every cell within `reach` cells along rows and columns
 * is. A square and not a circle: what lies near an edge has to go, and a little more does no harm.
 */
export function within({ width, height, values }: Coverage, want: 0 | 255, reach: number): Uint8Array {
  const r = Math.max(0, Math.round(reach))
  const rows = new Uint8Array(width * height)
  for (let y = 0; y < height; y++) {
    let good = 0
    // Past the rim of the grid nothing is known, and nothing is asked.
    for (let x = -r, at = y * width; x < width; x++) {
      const ahead = x + r
      good = ahead >= width || values[at + ahead] === want ? good + 1 : 0
      if (x >= 0 && good > (x < r ? x + r : 2 * r)) rows[at + x] = 1
    }
  }
  const out = new Uint8Array(width * height)
  const run = new Int32Array(width)
  for (let y = -r; y < height; y++) {
    const ahead = (y + r) * width
    const needed = y < r ? y + r : 2 * r
    const past = y + r >= height
    for (let x = 0; x < width; x++) {
      const n = past || rows[ahead + x] === 1 ? run[x]! + 1 : 0
      run[x] = n
      if (n > needed && y >= 0) out[y * width + x] = 1
    }
  }
  return out
}
