import { fitSheet } from '../vessel'
import type { SheetFit, Wall } from '../vessel'

/** Nobody cuts resist finer than this, mm. */
const FINE_ENOUGH = 0.01
/** Less resist than this round the art protects nothing, mm. */
export const LEAST_BORDER = 3

/**
 * Border of resist at a place: the house's, or as much as still lies down on the curve.
 * @param art size of the art, mm @param cut shape it is cut in @param tolerance mm that a flat sheet may be out
 * @returns mm, never under the least
 */
export function borderAt(
  wall: Wall,
  middle: number,
  art: { width: number, height: number },
  cut: SheetFit['shape'],
  house: number,
  tolerance: number,
): number {
  const lies = (border: number) =>
    fitSheet(wall, { middle, width: art.width + 2 * border, height: art.height + 2 * border }, cut).worst <= tolerance
  if (lies(house)) return house
  let [low, high] = [LEAST_BORDER, house]
  if (!lies(low)) return LEAST_BORDER
  while (high - low > FINE_ENOUGH) {
    const middleOf = (low + high) / 2
    if (lies(middleOf)) low = middleOf
    else high = middleOf
  }
  return low
}
