import type { PlannedArt } from '#shared/passes'
import type { PieceShape, RunHead } from '#shared/runs'
import { apparentWidth, diameterFromGirth, measuredWall } from '#core/piece/vessel'

/** Lines keep their weight on the screen however large the piece is. px */
const WALL_PX = 2.2
/** Half widths from the rim down, as the tape found them: enough points for a smooth edge. */
const POINTS = 48

/** A piece from in front, in mm of the piece, and what one of them is on the screen. */
export interface Silhouette {
  flat: boolean
  box: {
    width: number
    height: number
    scale: number
    wall: number
    base: number
    art: { x: number, y: number, width: number, height: number }
  }
  outline: string
  /** Half the mouth. */
  rim: number
  tide: string
  /** The art as it is seen from in front; null: none is drawn. */
  drawn: string | null
  /** What is on it from earlier passes, drawn alike. */
  etched: { box: Silhouette['box']['art'], drawn: string | null }[]
}

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
  const art = { width: flat ? shape.artWidth : apparentWidth(shape.artWidth, girth), height: shape.artHeight }
  const placed = (of: { width: number, height: number }, middle: number | null) => ({
    ...of,
    x: (width - of.width) / 2,
    y: taped && middle !== null ? taped.to - middle - of.height / 2 : (height - of.height) * (flat ? 0.5 : 0.46),
  })
  const place = placed(art, shape.wall?.middle ?? null)
  const etched = (shape.etched ?? []).map((e) => {
    const own = placed({ width: flat ? e.artWidth : apparentWidth(e.artWidth, girth), height: e.artHeight }, e.middle)
    return { box: own, drawn: e.art && artFromInFront(e.art, e.artWidth, girth, flat, own) }
  })
  return {
    flat,
    outline: outlineOf(width, height, wall, flat, edge),
    rim: edge ? edge[0]!.r : width / 2,
    tide: tideOf(place),
    drawn: shape.art ? artFromInFront(shape.art, shape.artWidth, girth, flat, place) : null,
    etched,
    box: { width, height, scale, wall, base: flat ? 0 : Math.min(wall * 2.6, height * 0.05), art: place },
  }
}

/** Etched art stands for itself as tide lines where it is not drawn yet. */
function tideOf(art: { width: number, height: number }): string {
  const [w, h] = [art.width / 3, art.height / 4]
  return `M${-w / 2} ${h / 2} q${w / 4} ${-h * 0.5} ${w / 2} 0 t${w / 2} 0 t${w / 2} 0 t${w / 2} 0`
}

/** On a round piece the sides of the art turn away. */
function artFromInFront(art: PlannedArt, artWidth: number, girth: number, flat: boolean, place: Silhouette['box']['art']): string {
  const r = girth / (2 * Math.PI)
  const across = artWidth / art.width
  const at = (x: number) => {
    const along = (x - art.width / 2) * across
    // Beyond a quarter round it lies on the far side.
    return place.x + place.width / 2 + (flat ? along : r * Math.sin(Math.max(-Math.PI / 2, Math.min(Math.PI / 2, along / r))))
  }
  return art.d.replace(
    /([ML])(-?[\d.]+) (-?[\d.]+)/g,
    (_, command: string, x: string, y: string) =>
      `${command}${at(Number(x)).toFixed(2)} ${(place.y + (Number(y) * place.height) / art.height).toFixed(2)}`,
  )
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

const shapes = new WeakMap<object, PieceShape>()

/** The shape of a pass's pieces: the same object as long as it is the same pass. */
export function shapeOfPass(pass: PieceShape): PieceShape {
  const own = toRaw(pass)
  let shape = shapes.get(own)
  if (!shape)
    shapes.set(
      own,
      (shape = {
        surface: own.surface,
        height: own.height,
        girth: own.girth,
        artWidth: own.artWidth,
        artHeight: own.artHeight,
        wall: own.wall,
        art: own.art,
        etched: own.etched,
      }),
    )
  return shape
}

const withOwnArt = new WeakMap<PieceShape, Map<PlannedArt, PieceShape>>()

/** A shape with the art of one piece on it: the same object as long as both are the same. */
export function shapeWithArt(shape: PieceShape, art: PlannedArt | null | undefined): PieceShape {
  if (!art) return shape
  const [base, own] = [toRaw(shape), toRaw(art)]
  const known = withOwnArt.get(base) ?? new Map<PlannedArt, PieceShape>()
  withOwnArt.set(base, known)
  let found = known.get(own)
  if (!found) known.set(own, (found = { ...base, art: own, artWidth: own.width, artHeight: own.height }))
  return found
}

/** One piece of a run as it is drawn. @param n 1-based, of the run */
export const shapeInRun = (run: Pick<RunHead, 'shape' | 'arts'>, n: number): PieceShape => shapeWithArt(run.shape, run.arts?.[n - 1])
