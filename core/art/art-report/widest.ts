import { isInside, nearestEdge } from '../../basics/outline'
import type { EdgeIndex } from '../../basics/outline'

/** A circle that touches the edges from within, mm. */
export interface Inscribed {
  x: number
  y: number
  radius: number
}

/** Cells that are looked at before the best so far is taken; a long even strip has many equal circles. */
const MOST_CELLS = 60_000

/** A heap of cells, the one that could hold the largest circle on top. */
class Promising {
  readonly #cells: { x: number, y: number, half: number, most: number }[] = []
  get size() {
    return this.#cells.length
  }

  push(cell: { x: number, y: number, half: number, most: number }) {
    const heap = this.#cells
    let i = heap.push(cell) - 1
    for (let up = (i - 1) >> 1; i > 0 && heap[up]!.most < cell.most; i = up, up = (i - 1) >> 1) heap[i] = heap[up]!
    heap[i] = cell
  }

  pop() {
    const heap = this.#cells
    const [top, last] = [heap[0]!, heap.pop()!]
    if (heap.length === 0) return top
    let i = 0
    for (let down = 1; down < heap.length; i = down, down = 2 * i + 1) {
      if (down + 1 < heap.length && heap[down + 1]!.most > heap[down]!.most) down++
      if (heap[down]!.most <= last.most) break
      heap[i] = heap[down]!
    }
    heap[i] = last
    return top
  }
}

/** Distance to the nearest edge, negative outside. The nearest edge itself tells the side, unless one of its ends is nearest. */
function depth(index: EdgeIndex, x: number, y: number): number {
  const { edge: e, distance, x: px, y: py } = nearestEdge(index, x, y)!
  const [ax, ay, bx, by] = [index.x0[e]!, index.y0[e]!, index.x1[e]!, index.y1[e]!]
  const atEnd = (px === ax && py === ay) || (Math.abs(px - bx) < 1e-12 && Math.abs(py - by) < 1e-12)
  const inside = atEnd ? isInside(index, x, y) : (bx - ax) * (y - ay) - (by - ay) * (x - ax) > 0
  return inside ? distance : -distance
}

/**
 * The largest circle that fits inside (the pole of inaccessibility): cells are halved, the most promising first, until none
 * can hold a circle larger by more than `precision`. A cell of half side h round a point at distance d holds none over d + h√2.
 * @param precision mm of radius
 */
export function largestInscribed(index: EdgeIndex, precision: number): Inscribed {
  const { left, top, right, bottom } = index.box
  const best: Inscribed = { x: (left + right) / 2, y: (top + bottom) / 2, radius: 0 }
  const queue = new Promising()
  let looked = 0
  const look = (x: number, y: number, half: number) => {
    looked++
    const d = depth(index, x, y)
    if (d > best.radius) Object.assign(best, { x, y, radius: d })
    const most = d + half * Math.SQRT2
    if (most > best.radius + precision) queue.push({ x, y, half, most })
  }
  const size = Math.max(Math.min(right - left, bottom - top), Math.max(right - left, bottom - top) / 64, 1e-6)
  for (let x = left + size / 2; x - size / 2 < right; x += size)
    for (let y = top + size / 2; y - size / 2 < bottom; y += size) look(x, y, size / 2)
  while (queue.size > 0 && looked < MOST_CELLS) {
    const cell = queue.pop()
    if (cell.most <= best.radius + precision) break
    const h = cell.half / 2
    for (const [sx, sy] of [
      [-h, -h],
      [h, -h],
      [-h, h],
      [h, h],
    ] as const)
      look(cell.x + sx, cell.y + sy, h)
  }
  return best
}
