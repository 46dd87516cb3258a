// eslint-disable-next-line @typescript-eslint/triple-slash-reference -- it declares a module and is none itself
/// <reference path="./maxrects-packer.d.ts" />
import { MaxRectsPacker } from 'maxrects-packer/dist/maxrects-packer.mjs'

/** Resist on the shelf: a roll or a scrap, mm. */
export interface Stock {
  id: string
  width: number
  length: number
  scrap: boolean
  /** With a grain nothing is turned on it. */
  grain: boolean
}

/** A box to lay down, as often as it is needed. */
export interface Piece {
  width: number
  height: number
  what: number
}

/** A box laid on one piece of stock, its left top corner. */
export interface Laid {
  what: number
  x: number
  y: number
  turned: boolean
  width: number
  height: number
}

export interface NestedSheet {
  stock: Stock
  laid: Laid[]
  /** Length that is cut off the roll; all of a scrap. mm */
  used: number
  /** The largest rectangle that is left and worth keeping, mm; null where none is. */
  scrap: { x: number, y: number, width: number, height: number } | null
  /** mm² of stencils, of the stock that was taken, and of what neither is a stencil nor goes back. */
  stencils: number
  taken: number
  waste: number
}

export interface Nesting {
  sheets: NestedSheet[]
  /** What fits nowhere any more. */
  left: Piece[]
}

interface Settings {
  gap: number
  scrapLeast: number
}

/** Lays what fits on one rectangle; the packer takes boxes with a gap after each. */
function pack(
  width: number,
  length: number,
  turn: boolean,
  pieces: readonly Piece[],
  { gap }: Settings,
): { laid: Laid[], left: Piece[], free: { x: number, y: number, width: number, height: number }[] } {
  const fits = (p: Piece) =>
    (p.width <= width + 1e-9 && p.height <= length + 1e-9) || (turn && p.height <= width + 1e-9 && p.width <= length + 1e-9)
  const packer = new MaxRectsPacker(width, length, gap, { smart: false, pot: false, square: false, allowRotation: turn })
  // The largest first: they find room while there is most of it.
  for (const p of pieces.filter(fits).sort((a, b) => b.width * b.height - a.width * a.height)) packer.add(p.width, p.height, p)
  const bin = packer.bins[0]
  const rects = bin?.rects ?? []
  const laid = rects.map((r): Laid => ({ what: (r.data as Piece).what, x: r.x, y: r.y, turned: r.rot, width: r.width, height: r.height }))
  const placed = new Set(rects.map(r => r.data as Piece))
  const free = (bin as unknown as { freeRects?: { x: number, y: number, width: number, height: number }[] })?.freeRects ?? []
  return { laid, left: pieces.filter(p => !placed.has(p)), free }
}

/** The shortest length of a roll on which as much fits as on the whole of it. */
function shortest(roll: Stock, pieces: readonly Piece[], settings: Settings) {
  const all = pack(roll.width, roll.length, !roll.grain, pieces, settings)
  if (all.laid.length === 0) return { ...all, used: 0 }
  const reach = (laid: readonly Laid[]) => Math.max(...laid.map(l => l.y + l.height))
  let best = { ...all, used: reach(all.laid) }
  let [low, high] = [all.laid.reduce((s, l) => s + l.width * l.height, 0) / roll.width, best.used]
  for (let i = 0; i < 24 && high - low > 0.5; i++) {
    const middle = (low + high) / 2
    const tried = pack(roll.width, middle, !roll.grain, pieces, settings)
    if (tried.laid.length >= all.laid.length) {
      best = { ...tried, used: reach(tried.laid) }
      high = Math.min(middle, best.used)
    }
    else low = middle
  }
  return best
}

/**
 * Lays stencils on the stock: scraps first, the smallest that helps, then rolls, as little of each as will do (rectangle
 * packing by maximal free rectangles; Jylänki, A thousand ways to pack the bin, 2010).
 */
export function nest(pieces: readonly Piece[], stock: readonly Stock[], settings: Settings): Nesting {
  const order = [...stock].sort((a, b) => Number(b.scrap) - Number(a.scrap) || a.width * a.length - b.width * b.length)
  let left = [...pieces]
  const sheets: NestedSheet[] = []
  for (const s of order) {
    if (left.length === 0) break
    const {
      laid,
      left: rest,
      free,
      used,
    } = s.scrap ? { ...pack(s.width, s.length, !s.grain, left, settings), used: s.length } : shortest(s, left, settings)
    if (laid.length === 0) continue
    left = rest
    sheets.push(measured(s, laid, free, used, settings))
  }
  return { sheets, left }
}

function measured(
  stock: Stock,
  laid: Laid[],
  free: { x: number, y: number, width: number, height: number }[],
  used: number,
  { gap, scrapLeast }: Settings,
): NestedSheet {
  const stencils = laid.reduce((s, l) => s + l.width * l.height, 0)
  const usable = free
    // The packer's rectangles keep their places behind getters, which a spread would lose.
    .map(({ x, y, width, height }) => ({ x, y, height: Math.min(y + height, used) - y, width: Math.min(x + width, stock.width) - x }))
    .filter(f => Math.min(f.width, f.height) >= scrapLeast)
    // What touches a stencil gives up the gap to it.
    .map(f => ({
      x: f.x,
      y: f.y,
      width: f.width - (f.x + f.width < stock.width ? gap : 0),
      height: f.height - (f.y + f.height < used ? gap : 0),
    }))
    .filter(f => Math.min(f.width, f.height) >= scrapLeast)
  const scrap = usable.sort((a, b) => b.width * b.height - a.width * a.height)[0] ?? null
  const taken = stock.width * used
  return { stock, laid, used, scrap, stencils, taken, waste: taken - stencils - (scrap ? scrap.width * scrap.height : 0) }
}

/** What cutting takes from the shelf: what is left of each roll and scrap, and the scraps that go back. mm */
export interface TakenOfStock {
  rolls: { id: string, was: number, left: number }[]
  scraps: { from: string, width: number, length: number }[]
}

/** A strip that is left narrower than this is no roll any more, mm. */
const LEAST_LEFT = 1

export function takenOf({ sheets }: Nesting): TakenOfStock {
  const left = ({ stock, used }: NestedSheet) => (stock.scrap || stock.length - used <= LEAST_LEFT ? 0 : stock.length - used)
  return {
    rolls: sheets.map(s => ({ id: s.stock.id, was: s.stock.length, left: left(s) })),
    scraps: sheets.flatMap(({ stock, scrap }) =>
      scrap ? [{ from: stock.id, width: Math.min(scrap.width, stock.width), length: scrap.height }] : [],
    ),
  }
}
