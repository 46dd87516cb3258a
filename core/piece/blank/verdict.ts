import { formatNumber } from '../../basics/units'
import { fitSheet, largestScale, reliefSlits } from '../vessel'
import type { SheetFit, Slits, StencilPlace, Wall } from '../vessel'
import { zoneClass } from './zone'
import type { ZoneClass } from './zone'

const slitWords = (s: Slits) => `${s.count} ${s.count === 1 ? 'slit' : 'slits'} ${formatNumber(s.depth)} mm deep in the ${s.edge} edge`

export interface PlaceVerdict {
  zone: ZoneClass
  straight: SheetFit
  arc: SheetFit
  /** The shape to cut: straight unless only the arc lies well. */
  cut: SheetFit['shape']
  slits: Slits[]
  /** Where it wrinkles whatever the cut: the largest art of these proportions that doesn't, as a factor on its size. Null where it lies. */
  largest: number | null
}

/**
 * How a flat stencil lies at a place: which shape to cut, where it wrinkles and how much smaller would lie, how many slits.
 * @param art size of the art, mm; the sheet is larger by the border on each side
 * @param tolerance mm of excess or shortage that nobody notices
 */
export function judgePlace(
  wall: Wall,
  middle: number,
  art: { width: number, height: number },
  border: number,
  tolerance: number,
): PlaceVerdict {
  const place: StencilPlace = { middle, ...art }
  const sheet: StencilPlace = { middle, width: art.width + 2 * border, height: art.height + 2 * border }
  const [straight, arc] = [fitSheet(wall, place, 'straight'), fitSheet(wall, place, 'arc')]
  const cut = straight.worst <= tolerance ? 'straight' : 'arc'
  const chosen = cut === 'straight' ? straight : arc
  const slits = reliefSlits(fitSheet(wall, sheet, cut), border, tolerance)
  const largest = chosen.worst <= tolerance ? null : largestScale(wall, place, 'arc', tolerance)
  return { zone: zoneClass(wall, middle, art.height), straight, arc, cut, slits, largest }
}

/** @param wrinkle mm out at its edge however it is cut, and the factor on its size that would lie flat */
export const wrinkleWords = ({ out, largest }: { out: number, largest: number }): string =>
  `Wrinkles: ${formatNumber(out, 1)} mm out at its edge even cut as an arc. Art up to ${Math.floor(largest * 100)} % of this size `
  + 'lies flat here.'

/** A verdict in one line. */
export function placeWords({ cut, slits, largest, arc }: PlaceVerdict): string {
  if (largest !== null) return wrinkleWords({ out: arc.worst, largest })
  const cuts = slits.length ? `, with ${slits.map(slitWords).join(' and ')}` : ''
  return `Lies flat cut ${cut === 'arc' ? 'as an arc' : 'straight'}${cuts}.`
}
