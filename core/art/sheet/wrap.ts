import { boundsOf, boxRing, intersection, transformed, union } from '../../basics/outline'
import type { Region, Ring } from '../../basics/outline'

/** Film that goes all round a piece, mm. */
export interface WrapFilm {
  /** Way round the piece at the height of the art. */
  girth: number
  /** How far its ends overlap; below zero a gap is left between them. */
  overlap: number
}

export const filmLength = ({ girth, overlap }: WrapFilm): number => girth + overlap

/**
 * Art on film that goes all round, in the middle of it. It goes round once at most; where the ends overlap it goes on, so that both
 * layers are open at the same places; what reaches past an end is cut off.
 * @param open mm, y down @returns the same heights, x from 0 to the length of the film
 */
export function wrapped(open: Region, film: WrapFilm): Ring[] {
  const { girth, overlap } = film
  const box = boundsOf(open)!
  const [length, width] = [filmLength(film), box.right - box.left]
  const centred = transformed(open, [1, 0, 0, 1, (length - box.left - box.right) / 2, 0])
  if (width <= Math.min(length, girth) && (overlap <= 0 || width + overlap <= girth)) return centred
  const strip = (left: number, right: number) => [boxRing({ left, right, top: box.top - 1, bottom: box.bottom + 1 })]
  const once = intersection(centred, strip((length - girth) / 2, (length + girth) / 2))
  const laps = overlap > 0 ? [-girth, girth] : []
  const all = laps.reduce((region, by) => union(region, transformed(once, [1, 0, 0, 1, by, 0])), once)
  return intersection(all, strip(0, length))
}
