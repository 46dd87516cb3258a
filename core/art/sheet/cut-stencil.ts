import { boundsOf, boxRing, transformed } from '../../basics/outline'
import type { Region, Ring } from '../../basics/outline'
import type { SheetFit, Slits } from '../../piece/vessel'
import { markStrokes } from './strokes'
import { filmLength, wrapped } from './wrap'
import type { WrapFilm } from './wrap'

/** What each line is for: cut in this order, the outermost last, so that nothing shifts while it is cut. */
export const LAYERS = ['mark', 'slit', 'art', 'border', 'weeding'] as const
export type LayerId = (typeof LAYERS)[number]

/** A line of the cutter or its pen, mm, y down. */
export interface CutLine {
  layer: LayerId
  points: Float64Array
  closed: boolean
}

/** One stencil ready to cut, its left top corner at the origin. */
export interface CutStencil {
  width: number
  height: number
  lines: CutLine[]
}

export interface CutSettings {
  /** Resist round the art on each side, mm. */
  border: number
  /** Cut line outside the border that parts it from its neighbours, mm; 0 for none. */
  weedingGap: number
  /** The developed sheet of just this art, where the piece tapers; null for a straight sheet. */
  arc: SheetFit['arc']
  /** What stands beside TOP: the number of the piece, `2/6`. */
  number: string
  /** TOP, number and creases are drawn; a cutter that has only a knife would cut them. */
  marks: boolean
  /** Cuts from an edge into the border that let it lie down on a curve: cut by the machine, or drawn and cut by hand. */
  slits: { slits: readonly Slits[], by: 'machine' | 'hand' } | null
  /** Film that goes all round, with no border at its ends; without it the art stands in a border. */
  wrap?: WrapFilm
}

/** A bent line strays no farther than this from its curve, mm. */
const STRAY = 0.01
/** Height of marks, mm, where the border has room for it. */
const MARK = 4
/** Half length of a centre crease mark, mm. */
const CREASE = 4

type Bend = (x: number, y: number) => readonly [number, number]

/** Bends a straight sheet into the ring sector of a cone. x from its middle, y from its middle upward. */
function bendOf({ lower, upper, angle }: NonNullable<SheetFit['arc']>, artWidth: number): { bend: Bend, radius: number } {
  const radius = (lower + upper) / 2
  const opens = upper > lower ? 1 : -1
  const perMm = (angle * Math.PI) / 180 / artWidth
  return {
    radius,
    bend: (x, y) => {
      const [r, a] = [radius + opens * y, x * perMm]
      // Apex below where the piece opens upward, else above; the middle stays where it is. Y down.
      return [r * Math.sin(a), opens * (radius - r * Math.cos(a))]
    },
  }
}

/** Short enough pieces that a straight line follows the bend. */
function bent(points: Float64Array, closed: boolean, { bend, radius }: ReturnType<typeof bendOf>, cx: number, cy: number): Float64Array {
  const step = Math.sqrt((8 * STRAY * Math.max(1, radius)) / 2)
  const out: number[] = []
  const n = points.length / 2
  for (let i = 0; i < (closed ? n : n - 1); i++) {
    const j = (i + 1) % n
    const [x0, y0, x1, y1] = [points[2 * i]!, points[2 * i + 1]!, points[2 * j]!, points[2 * j + 1]!]
    const pieces = Math.max(1, Math.ceil(Math.hypot(x1 - x0, y1 - y0) / step))
    for (let k = 0; k < pieces; k++) out.push(...bend(x0 + ((x1 - x0) * k) / pieces - cx, cy - (y0 + ((y1 - y0) * k) / pieces)))
  }
  if (!closed) out.push(...bend(points[2 * n - 2]! - cx, cy - points[2 * n - 1]!))
  return Float64Array.from(out)
}

/** Slits share their edge evenly, so that all flaps are alike. */
function slitLines({ slits, by }: NonNullable<CutSettings['slits']>, width: number, height: number): CutLine[] {
  const layer = by === 'machine' ? 'slit' : 'mark'
  return slits.flatMap(({ edge, count, depth }) =>
    Array.from({ length: count }, (_, i): CutLine => {
      const x = (width * (i + 1)) / (count + 1)
      return { layer, points: edge === 'upper' ? segment(x, 0, x, depth) : segment(x, height, x, height - depth), closed: false }
    }),
  )
}

const segment = (x0: number, y0: number, x1: number, y1: number) => Float64Array.of(x0, y0, x1, y1)

/** TOP and the number in the upper border, and a crease at the middle of each edge with a border, where the tape's own crease is laid. */
function markLines(number: string, width: number, height: number, border: number, wraps: boolean): CutLine[] {
  const mark = Math.min(MARK, border * 0.45)
  const crease = Math.min(CREASE, border * 0.6)
  return [
    ...markStrokes(number ? `TOP ${number}` : 'TOP', mark * 0.6, (border - mark) / 2, mark),
    segment(width / 2, 0, width / 2, crease),
    segment(width / 2, height - crease, width / 2, height),
    ...(wraps ? [] : [segment(0, height / 2, crease, height / 2), segment(width - crease, height / 2, width, height / 2)]),
  ].map((points): CutLine => ({ layer: 'mark', points, closed: false }))
}

/**
 * Art with its border, slits in it, weeding box, centre creases, TOP and number.
 * @param open what is cut out, mm, y down
 */
export function cutStencil(open: Region, { border, weedingGap, arc, number, marks, slits, wrap }: CutSettings): CutStencil {
  const box = boundsOf(open)!
  const [w, h] = [box.right - box.left, box.bottom - box.top]
  const moved = transformed(wrap ? wrapped(open, wrap) : open, [1, 0, 0, 1, wrap ? 0 : border - box.left, border - box.top])
  const [width, height] = [wrap ? filmLength(wrap) : w + 2 * border, h + 2 * border]
  const g = weedingGap
  const lines: CutLine[] = [
    ...(marks ? markLines(number, width, height, border, wrap !== undefined) : []),
    ...(slits ? slitLines(slits, width, height) : []),
    ...moved.map((points): CutLine => ({ layer: 'art', points, closed: true })),
    { layer: 'border', points: boxRing({ left: 0, top: 0, right: width, bottom: height }), closed: true },
    ...(g > 0
      ? [{ layer: 'weeding' as const, points: boxRing({ left: -g, top: -g, right: width + g, bottom: height + g }), closed: true }]
      : []),
  ]
  const shape = arc === null ? null : bendOf(arc, w)
  return settled(shape === null ? lines : lines.map(l => ({ ...l, points: bent(l.points, l.closed, shape, width / 2, height / 2) })))
}

function settled(lines: CutLine[]): CutStencil {
  const b = boundsOf(lines.map(l => l.points))!
  return { width: b.right - b.left, height: b.bottom - b.top, lines: moveLines(lines, 0, { x: -b.left, y: -b.top }) }
}

/** Turned by a quarter clockwise or not at all, then moved. @param height of what is turned, mm */
export function moveLines(lines: readonly CutLine[], height: number, by: { x: number, y: number }, turned = false): CutLine[] {
  return lines.map(({ points, ...rest }) => {
    const out = new Float64Array(points.length)
    for (let i = 0; i < points.length; i += 2) {
      out[i] = (turned ? height - points[i + 1]! : points[i]!) + by.x
      out[i + 1] = (turned ? points[i]! : points[i + 1]!) + by.y
    }
    return { ...rest, points: out }
  })
}

/** The rings of one layer. */
export const layerRings = (lines: readonly CutLine[], layer: LayerId): Ring[] => lines.filter(l => l.layer === layer).map(l => l.points)
