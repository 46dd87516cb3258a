import { boundsOf, flattened, movedPath } from '../../basics/outline'
import type { Box } from '../../basics/outline'
import type { Layer } from './reader'

/**
 * The box round the lines of a layer, without the width of its pen.
 * @param scale factor on the drawn size @param tolerance of the flattening, mm
 * @param points that may still be looked at; what it takes is taken off @throws TooManyPoints
 * @returns mm; null where there is nothing
 */
export function lineBox({ path, pen }: Layer, scale: number, tolerance: number, points: { left: number }): Box | null {
  const placed = movedPath([scale, 0, 0, scale, 0, 0], pen ? movedPath(pen.map, path) : path)
  const rings = flattened(placed, tolerance, points.left).map(f => f.points)
  for (const ring of rings) points.left -= ring.length / 2
  return boundsOf(rings)
}
