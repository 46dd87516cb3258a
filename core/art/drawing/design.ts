import { boundsOf, boxRing, difference, transformed } from '../../basics/outline'
import type { Affine, Box, Region, Ring } from '../../basics/outline'
import { ArtRefused } from './refusal'

/** Which side of the art is weeded out and frosted. */
export type Polarity = 'shape' | 'background'

export interface DesignSettings {
  polarity: Polarity
  /** Background: frost beyond the art on each side, mm. */
  margin: number
  /** Laid on the back of clear glass, to be read through it: cut mirrored. */
  through: boolean
}

/** What is open, with the left top corner of its box at the origin, mm. */
export const openArea = (art: Region, design: DesignSettings): Ring[] => openWith(art, design).open

/** The same, and how the art was moved for it. */
export function openWith(art: Region, { polarity, margin, through }: DesignSettings): { open: Ring[], move: Affine } {
  const box = boundsOf(art)
  if (!box) throw new ArtRefused('There is no art yet.')
  const panel: Box = { left: box.left - margin, top: box.top - margin, right: box.right + margin, bottom: box.bottom + margin }
  const open = polarity === 'shape' ? [...art] : difference([boxRing(panel)], art)
  const own = boundsOf(open)
  if (!own)
    throw new ArtRefused(
      'The art fills its whole box, so with the background etched nothing is open. Give the background a margin, or etch the shape.',
    )
  const wide = own.right - own.left
  const move: Affine = through ? [-1, 0, 0, 1, own.left + wide, -own.top] : [1, 0, 0, 1, -own.left, -own.top]
  return { open: transformed(open, move), move }
}

/** The resist with its border round the open area, mm. */
export function sheetOf(open: Region, border: number): Box {
  const b = boundsOf(open)!
  return { left: b.left - border, top: b.top - border, right: b.right + border, bottom: b.bottom + border }
}
