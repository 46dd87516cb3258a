import {
  boundsOf,
  compose,
  difference,
  filled,
  flattened,
  intersection,
  movedPath,
  stroked,
  TooManyPoints,
  TooMuchWork,
  transformed,
  union,
  WorkMeter,
} from '../../basics/outline'
import type { Affine, Box, Region, Ring } from '../../basics/outline'
import { dashed } from './dashes'
import { lineBox } from './line-box'
import { ART_LIMITS, ART_WORK, ArtRefused } from './refusal'
import type { Layer } from './reader'
import type { Drawing } from './svg'

/**
 * No flattened line strays farther than this from the drawn curve, mm on the piece: half of what is promised, so that joins and
 * rounding have the rest.
 */
export const FLATNESS = 0.01

const size = ([a, b, c, d]: Affine) => Math.sqrt(Math.abs(a * d - b * c)) || Math.hypot(a, b, c, d)

function layerArea({ path, fill, pen }: Layer, scale: number, points: { left: number }, meter: WorkMeter): Ring[] {
  const spend = (tolerance: number, of: Layer['path']) => {
    const flat = flattened(of, tolerance, points.left)
    points.left -= flat.reduce((sum, f) => sum + f.points.length / 2, 0)
    return flat
  }
  const grow: Affine = [scale, 0, 0, scale, 0, 0]
  if (!pen)
    return filled(
      spend(FLATNESS, movedPath(grow, path)).map(f => f.points),
      fill!,
      meter,
    )
  // A pen is drawn before the element's own map, which may stretch it: it is widened in a space of the right size and then mapped.
  const map = compose(grow, pen.map)
  const k = size(map)
  const whole = spend(FLATNESS, movedPath([k, 0, 0, k, 0, 0], path))
  const { dashes } = pen
  const flat
    = dashes === null
      ? whole
      : whole.flatMap((line) => {
          const parts = dashed(line, dashes, k, pen.cap !== 'butt', points.left / 2, () => new TooManyPoints())
          points.left -= parts.reduce((sum, f) => sum + f.points.length / 2, 0)
          return parts
        })
  return filled(
    transformed(stroked(flat, { ...pen, width: pen.width * k }, meter), compose(map, [1 / k, 0, 0, 1 / k, 0, 0])),
    'nonzero',
    meter,
  )
}

/** Whether a box lies inside a ring of four corners, whichever way round it goes. */
function holdsBox(corners: Ring, { left, top, right, bottom }: Box): boolean {
  const points = [
    [left, top],
    [right, top],
    [right, bottom],
    [left, bottom],
  ] as const
  const side = (i: number, [x, y]: readonly [number, number]) => {
    const [ax, ay] = [corners[2 * i]!, corners[2 * i + 1]!]
    const [bx, by] = [corners[(2 * i + 2) % 8]!, corners[(2 * i + 3) % 8]!]
    return Math.sign((bx - ax) * (y - ay) - (by - ay) * (x - ax))
  }
  const sides = [0, 1, 2, 3].flatMap(i => points.map(p => side(i, p))).filter(s => s !== 0)
  return sides.every(s => s === sides[0])
}

/** What is seen of a layer through the views that it stands in. */
function seenArea(layer: Layer, scale: number, points: { left: number }, meter: WorkMeter): Region {
  let area: Region = layerArea(layer, scale, points, meter)
  for (const view of layer.clip) {
    const corners = transformed([view], [scale, 0, 0, scale, 0, 0])
    const box = boundsOf(area)
    if (box && !holdsBox(corners[0]!, box)) area = intersection(area, corners, meter)
  }
  return area
}

/**
 * The dark area of a drawing at a size, paper knocked out in the order of painting.
 * @param scale factor on the drawn size @returns mm @throws ArtRefused
 */
export function outlineAt(drawing: Drawing, scale: number): Ring[] {
  const points = { left: ART_LIMITS.points as number }
  const meter = new WorkMeter(ART_WORK)
  let area: Region = []
  try {
    // Neighbouring layers of one paint are joined together: far fewer sweeps than one by one.
    for (let i = 0; i < drawing.layers.length;) {
      const { paint } = drawing.layers[i]!
      const rings: Ring[] = []
      for (; i < drawing.layers.length && drawing.layers[i]!.paint === paint; i++)
        for (const ring of seenArea(drawing.layers[i]!, scale, points, meter)) rings.push(ring)
      const layer = filled(rings, 'nonzero', meter)
      area = paint === 'paper' ? difference(area, layer, meter) : area.length === 0 ? layer : union(area, layer, meter)
    }
  }
  catch (error) {
    if (error instanceof TooManyPoints)
      throw new ArtRefused(
        `At this size the art needs more than ${ART_LIMITS.points.toLocaleString('en')} points. Make it smaller, or simplify its paths.`,
      )
    if (error instanceof TooMuchWork)
      throw new ArtRefused(
        'Its lines lie over and across each other too densely to be worked out. Join the shapes in the drawing program (union), or draw '
        + 'fewer lines.',
      )
    throw error
  }
  return [...area]
}

/** How wide the art itself is as it was drawn, mm; null when nothing is left in it. */
export function ownWidth(drawing: Drawing): number | null {
  const box = boundsOf(outlineAt(drawing, 1))
  return box && box.right - box.left
}

/**
 * How wide the dark shapes are taken together, before they are joined and whatever is white is laid over them: far quicker than the art
 * itself, and mostly as wide.
 * @param scale factor on the drawn size @returns mm; null where it can't be told
 */
function roughWidth({ layers }: Drawing, scale: number): number | null {
  const points = { left: ART_LIMITS.points as number }
  let [left, right] = [Infinity, -Infinity]
  try {
    for (const layer of layers) {
      const box = layer.paint === 'dark' ? lineBox(layer, scale, FLATNESS, points) : null
      if (!box) continue
      const { pen, clip } = layer
      const reach = pen ? (pen.width / 2) * size(pen.map) * scale : 0
      let [from, to] = [box.left - reach, box.right + reach]
      for (const view of clip) {
        const seen = boundsOf([view])!
        from = Math.max(from, seen.left * scale)
        to = Math.min(to, seen.right * scale)
      }
      if (from >= to) continue
      left = Math.min(left, from)
      right = Math.max(right, to)
    }
  }
  catch (error) {
    if (error instanceof TooManyPoints) return null
    throw error
  }
  return left < right ? right - left : null
}

/**
 * The art scaled to a width, its left top corner at the origin.
 * @param width mm of the painted area @returns mm @throws ArtRefused where nothing dark is left
 */
export function artOfWidth(drawing: Drawing, width: number): Ring[] {
  const nothing = () => new ArtRefused('Nothing dark is left in it: white covers it all. Take the white shapes away and save it again.')
  const page = width / drawing.width
  const rough = roughWidth(drawing, page)
  let scale = rough === null ? page : (page * width) / rough
  // Flattening is by mm on the piece, so the painted width is only known as well as the size it was looked at.
  for (let look = 0; look < 4; look++) {
    const area = outlineAt(drawing, scale)
    const box = boundsOf(area)
    if (!box) {
      // Art far smaller than its page can vanish at the first guess.
      if (look > 1) throw nothing()
      scale *= 40
      continue
    }
    const wide = box.right - box.left
    if (Math.abs(wide - width) < FLATNESS / 2 || look === 3) return transformed(area, [1, 0, 0, 1, -box.left, -box.top])
    scale *= width / wide
  }
  throw nothing()
}
