import type { Ring } from '../../basics/outline'
import { capitalHeight } from './lettering'
import type { LetterFace } from './lettering'
import { artOfWidth, outlineAt } from './outline-of'
import { boundsOf, transformed } from '../../basics/outline'
import type { Drawing } from './svg'

export interface ArtSize {
  /** mm of the art; for lettering with a capital's height the most that it may take. */
  width: number
  /** Lettering: height of a capital, mm. */
  capital: number | null
}

/** A drawing or lettering at its size, its left top corner at the origin. mm @throws ArtRefused */
export const sizedArt = (drawing: Drawing, size: ArtSize, face: LetterFace | null = null): Ring[] => sizedToFit(drawing, size, face).art

/** @returns share: what was left of the size that was asked, so that it is no wider than its place; 1 where it fits */
export function sizedToFit(drawing: Drawing, { width, capital }: ArtSize, face: LetterFace | null): { art: Ring[], share: number } {
  if (capital === null || face === null) return { art: artOfWidth(drawing, width), share: 1 }
  const area = outlineAt(drawing, capital / capitalHeight(face))
  const box = boundsOf(area)
  const wide = box ? box.right - box.left : 0
  // A long name is set smaller rather than wider than its place.
  if (!box || wide > width) return { art: artOfWidth(drawing, width), share: wide > width ? width / wide : 1 }
  return { art: transformed(area, [1, 0, 0, 1, -box.left, -box.top]), share: 1 }
}
