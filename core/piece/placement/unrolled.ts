import { heightAlong, meridianLength } from '../vessel'
import type { Wall } from '../vessel'
import { around } from './place'

/** A wall laid flat, as wide at each height as the tape says there. Lengths in mm, from its upper left corner. */
export interface Unrolled {
  wide: number
  tall: number
  /** Its outline, clockwise from the upper left. */
  edge: { x: number, y: number }[]
  /** mm below the top of a height. */
  down: (middle: number) => number
  /** Where a place of the wall lies. @param at degrees round from the seam @param middle mm above the base */
  place: (at: number, middle: number) => { x: number, y: number }
  /** The place that lies there; above the top and below the foot the nearest. */
  placeAt: (x: number, y: number) => { at: number, middle: number }
}

const LEVELS = 40

/** @param front degrees of what lies in the middle; 180: it is cut open at the seam */
export function unrolled(wall: Wall, front = 180): Unrolled {
  const roundAt = (z: number) => 2 * Math.PI * wall.at(z).r
  const levels = Array.from({ length: LEVELS + 1 }, (_, i) => wall.to - ((wall.to - wall.from) * i) / LEVELS)
  const wide = Math.max(...levels.map(roundAt))
  const tall = meridianLength(wall, wall.from, wall.to)
  const down = (z: number) => tall - meridianLength(wall, wall.from, z)
  const side = (sign: 1 | -1) => levels.map(z => ({ x: (wide + sign * roundAt(z)) / 2, y: down(z) }))
  return {
    wide,
    tall,
    edge: [...side(-1), ...side(1).reverse()],
    down,
    place: (at, middle) => ({
      x: wide / 2 + ((around(at - front + 180) - 180) / 360) * roundAt(middle),
      y: down(middle),
    }),
    placeAt(x, y) {
      const middle = heightAlong(wall, wall.from, Math.min(tall, Math.max(0, tall - y)))
      return { at: around(front + ((x - wide / 2) / roundAt(middle)) * 360), middle }
    },
  }
}
