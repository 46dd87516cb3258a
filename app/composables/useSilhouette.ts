import { numberOf } from '#core/plan/run-plan'
import type { DrawnArt } from '#shared/passes'
import type { Spot } from '#shared/placements'
import type { PieceShape, RunHead } from '#shared/runs'
import { diameterFromGirth, measuredWall } from '#core/piece/vessel'

/** Lines keep their weight on the screen however large the piece is. px */
const WALL_PX = 2.2
/** Half widths from the rim down, as the tape found them: enough points for a smooth edge. */
const POINTS = 48

/** A stencil's art as it is seen from in front, in mm of the drawing. */
export interface SeenArt {
  box: { x: number, y: number, width: number, height: number }
  /** Its outline; null: none is known. */
  drawn: string | null
  /** Tide lines that stand for art that nobody has drawn yet. */
  tide: string
}

/** A piece from in front, in mm of the piece, and what one of them is on the screen. */
export interface Silhouette {
  flat: boolean
  box: { width: number, height: number, scale: number, wall: number, base: number }
  outline: string
  /** Half the mouth. */
  rim: number
  arts: SeenArt[]
  /** What is on it from earlier passes. */
  etched: SeenArt[]
}

/** Where points of art on a piece are seen, looking at its front. */
interface View {
  flat: boolean
  girth: number
  width: number
  /** Height of the rim above the base. */
  top: number
  /** Degrees round of what is in the middle. */
  front: number
}

/** What a device kept of a run from before there were placements has none: then the piece is drawn bare until it is asked for anew. */
const placementsOf = (shape: Partial<Pick<PieceShape, 'placements'>>): DrawnArt[] => shape.placements ?? []

function worked(shape: PieceShape, size: number, wide: number): Silhouette {
  const flat = shape.surface === 'flat'
  const taped = shape.wall && measuredWall(shape.wall.readings, shape.wall.kind)
  const edge
    = taped
      && Array.from({ length: POINTS + 1 }, (_, i) => {
        const z = taped.to - ((taped.to - taped.from) * i) / POINTS
        return { y: taped.to - z, r: taped.at(z).r }
      })
  const girth = taped ? 2 * Math.PI * taped.at(shape.wall!.middle).r : shape.girth
  const height = taped ? taped.to - taped.from : shape.height
  const width = edge ? 2 * Math.max(...edge.map(e => e.r)) : flat ? girth : diameterFromGirth(girth)
  const scale = Math.min(size / height, wide / width)
  const wall = WALL_PX / scale
  const placements = placementsOf(shape)
  const front = (placements[0] ?? shape.etched?.[0])?.spots?.[0]?.at ?? 180
  const view: View = { flat, girth, width, top: taped ? taped.to : height, front }
  const seen = (all: readonly DrawnArt[]) => all.flatMap(art => (art.spots ?? []).flatMap(spot => seenAt(art, spot, view) ?? []))
  return {
    flat,
    outline: outlineOf(width, height, wall, flat, edge),
    rim: edge ? edge[0]!.r : width / 2,
    arts: seen(placements),
    etched: seen(shape.etched ?? []),
    box: { width, height, scale, wall, base: flat ? 0 : Math.min(wall * 2.6, height * 0.05) },
  }
}

/** Art at a spot from in front; null where it is on the far side. On a round piece its sides turn away. */
function seenAt(of: DrawnArt, spot: Spot, { flat, girth, width, top, front }: View): SeenArt | null {
  const r = girth / (2 * Math.PI)
  const round = ((((spot.at - front) % 360) + 540) % 360) - 180
  const shift = flat ? (spot.at / 360) * girth - width / 2 : (round / 180) * Math.PI * r
  const [cos, sin] = [Math.cos((spot.turn * Math.PI) / 180), Math.sin((spot.turn * Math.PI) / 180)]
  const across = (along: number) => width / 2 + (flat ? along : r * Math.sin(Math.max(-Math.PI / 2, Math.min(Math.PI / 2, along / r))))
  /** @param x mm to the right of the art's middle @param y mm below it */
  const at = (x: number, y: number) => ({ x: across(shift + x * cos + y * sin), y: top - spot.middle - x * sin + y * cos })
  const [w, h] = [of.artWidth / 2, of.artHeight / 2]
  const half = Math.abs(w * cos) + Math.abs(h * sin)
  // Beyond a quarter round nothing of it is seen.
  if (!flat && Math.abs(shift) - half >= (Math.PI / 2) * r) return null
  const tall = Math.abs(w * sin) + Math.abs(h * cos)
  const [left, right] = [across(shift - half), across(shift + half)]
  const box = { x: left, y: top - spot.middle - tall, width: right - left, height: 2 * tall }
  const { art } = of
  const drawn
    = art
      && art.d.replace(/([ML])(-?[\d.]+) (-?[\d.]+)/g, (_, command: string, x: string, y: string) => {
        const p = at((Number(x) / art.width - 0.5) * of.artWidth, (Number(y) / art.height - 0.5) * of.artHeight)
        return `${command}${p.x.toFixed(2)} ${p.y.toFixed(2)}`
      })
  return { box, drawn, tide: tideOf(box) }
}

/** Etched art stands for itself as tide lines where it is not drawn yet. */
function tideOf(art: { width: number, height: number }): string {
  const [w, h] = [art.width / 3, art.height / 4]
  return `M${-w / 2} ${h / 2} q${w / 4} ${-h * 0.5} ${w / 2} 0 t${w / 2} 0 t${w / 2} 0 t${w / 2} 0`
}

function outlineOf(w: number, h: number, wall: number, flat: boolean, edge: { y: number, r: number }[] | null): string {
  const r = wall * 2.4
  if (edge) {
    const right = edge.map(e => `${w / 2 + e.r} ${e.y}`)
    const left = edge.map(e => `${w / 2 - e.r} ${e.y}`)
    return `M${left.join(' L')} L${right.reverse().join(' L')}`
  }
  if (flat) return `M0 0 V${h} H${w} V0 Z`
  return `M0 0 V${h - r} Q0 ${h} ${r} ${h} H${w - r} Q${w} ${h} ${w} ${h - r} V0`
}

const known = new WeakMap<PieceShape, Map<string, Silhouette>>()

/**
 * The drawing of a piece, worked out once for each shape and size.
 * @param size largest height, px @param wide largest width, px; 1.7 times the height when absent
 */
export function silhouetteOf(shape: PieceShape, size: number, wide = 1.7 * size): Silhouette {
  const own = toRaw(shape)
  const sizes = known.get(own) ?? new Map<string, Silhouette>()
  known.set(own, sizes)
  const key = `${size} ${wide}`
  let found = sizes.get(key)
  if (!found) sizes.set(key, (found = worked(own, size, wide)))
  return found
}

/** Art of which only the size is known, in the middle of a piece of which nobody measured more. */
export const plainShape = (of: Pick<PieceShape, 'surface' | 'height' | 'girth'> & { artWidth: number, artHeight: number }): PieceShape => ({
  surface: of.surface,
  height: of.height,
  girth: of.girth,
  wall: null,
  placements: [
    { art: null, arts: [], artWidth: of.artWidth, artHeight: of.artHeight, spots: [{ at: 180, middle: of.height / 2, turn: 0 }] },
  ],
})

const shapes = new WeakMap<object, PieceShape>()

/** The shape of a pass's pieces: the same object as long as it is the same pass. */
export function shapeOfPass(pass: PieceShape): PieceShape {
  const own = toRaw(pass)
  let shape = shapes.get(own)
  if (!shape) {
    const { surface, height, girth, wall, placements, etched } = own
    shapes.set(own, (shape = { surface, height, girth, wall, placements, etched }))
  }
  return shape
}

const ofPiece = new WeakMap<PieceShape, Map<number, PieceShape>>()

/** A shape with the art that one piece has on it: the same object as long as both are the same. @param n number of the piece in its set */
export function shapeOfPiece(shape: PieceShape, n: number): PieceShape {
  const base = toRaw(shape)
  if (![...placementsOf(base), ...(base.etched ?? [])].some(p => p.arts?.[n - 1])) return shape
  const known = ofPiece.get(base) ?? new Map<number, PieceShape>()
  ofPiece.set(base, known)
  let found = known.get(n)
  if (!found)
    known.set(n, (found = { ...base, placements: base.placements.map(p => ownArt(p, n)), etched: base.etched?.map(p => ownArt(p, n)) }))
  return found
}

function ownArt(of: DrawnArt, n: number): DrawnArt {
  const own = of.arts[n - 1]
  return own ? { ...of, art: own, artWidth: own.width, artHeight: own.height } : of
}

/** One piece of a run as it is drawn. @param n 1-based, of the run */
export const shapeInRun = (run: Pick<RunHead, 'shape' | 'plan'>, n: number): PieceShape => shapeOfPiece(run.shape, numberOf(run.plan, n))
