import { boxRing, difference, ellipse, flattened } from '../../basics/outline'
import type { Ring } from '../../basics/outline'
import { FLATNESS } from '../drawing'

/** Plain shapes that things are composed with. */
export const SHAPES = [
  { id: 'box', text: 'Box' },
  { id: 'disc', text: 'Circle, filled' },
  { id: 'frame', text: 'Frame' },
  { id: 'ring', text: 'Ring' },
  { id: 'double-frame', text: 'Frame of two lines' },
] as const
export type ShapeId = (typeof SHAPES)[number]['id']

/** Shapes that are drawn with a line and open inside. */
export const isLined = (shape: ShapeId): boolean => shape === 'frame' || shape === 'ring' || shape === 'double-frame'

const box = (width: number, height: number, inset: number): Ring[] =>
  [boxRing({ left: inset, top: inset, right: width - inset, bottom: height - inset })]

function oval(width: number, height: number, inset: number): Ring[] {
  const path = ellipse(width / 2, height / 2, width / 2 - inset, height / 2 - inset)
  return flattened([path], FLATNESS, 20_000).map(f => f.points)
}

/**
 * @param line thickness of a frame or ring, mm; a second line of a double frame lies as far inside the first as that is thick
 * @returns mm, y down, its left top corner at the origin
 */
export function shapeArea(shape: ShapeId, width: number, height: number, line: number): Ring[] {
  const thin = Math.min(line, width / 4, height / 4)
  switch (shape) {
    case 'box':
      return box(width, height, 0)
    case 'disc':
      return oval(width, height, 0)
    case 'frame':
      return difference(box(width, height, 0), box(width, height, thin))
    case 'ring':
      return difference(oval(width, height, 0), oval(width, height, thin))
    case 'double-frame': {
      const fine = Math.min(thin, width / 10, height / 10)
      const outer = difference(box(width, height, 0), box(width, height, fine))
      return [...outer, ...difference(box(width, height, 2 * fine), box(width, height, 2.6 * fine))]
    }
  }
}
