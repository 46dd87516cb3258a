import { heightAlong } from '../vessel'
import type { Wall } from '../vessel'
import type { Placement } from './place'

/** A spot of the wall: degrees round, and height above the base, mm. */
export interface WallSpot {
  at: number
  z: number
  r: number
}

/**
 * Where a point of a flat stencil comes to lie on the wall: across by the girth at each height (the sheet is pressed down in
 * the middle), up by the length of the wall.
 * @param x mm to the right of the stencil's middle @param y mm above it
 */
export function onWall(wall: Wall, p: Pick<Placement, 'at' | 'middle' | 'turn'>, x: number, y: number): WallSpot {
  const [cos, sin] = [Math.cos((p.turn * Math.PI) / 180), Math.sin((p.turn * Math.PI) / 180)]
  const [along, up] = [x * cos - y * sin, x * sin + y * cos]
  const z = heightAlong(wall, p.middle, up)
  // A flat sheet keeps its width where its middle is; above and below it covers the same angle.
  return { at: p.at + ((180 / Math.PI) * along) / wall.at(p.middle).r, z, r: wall.at(z).r }
}
