import { coatedArea } from '../coat'
import { RIM } from '../blast'
import { largestOpening, openArea } from '../../art/resist-size'
import type { ArtSize } from '../../art/resist-size'
import type { HouseRules } from '../../trade/house'

/** One stencil as a recipe knows it: its size, what was found when it was looked at, and where it sits. mm */
export interface PlacementFacts {
  /** What it is called; '' where it has no name. */
  name: string
  art: ArtSize
  /** Narrowest bridge or line; null when nobody measured it. */
  finest: number | null
  /** Across the largest circle that fits into one opening; null when the art was not measured. */
  widest: number | null
  /** Narrowest resist between two openings; null where it has none, or nobody measured it. */
  bridge?: number | null
  /** Whether it is cut mirrored; null where nothing is known of it. */
  mirrored: boolean | null
  /** To weed it, s, as its report has it; null where it was not looked at. */
  weeding: number | null
  /** Height of its middle above the base; null where the piece was not measured. */
  middle: number | null
  /** How often it is on each piece. */
  count: number
}
type Placements = readonly PlacementFacts[]

const sum = (all: Placements, of: (p: PlacementFacts) => number): number => all.reduce((total, p) => total + p.count * of(p), 0)
const box = ({ art }: PlacementFacts): number => art.width * art.height

/** What the etchant reaches on one piece, mm². */
export const openOf = (all: Placements): number => sum(all, p => openArea(p.art))

/** What a coat covers on one piece, mm²: each stencil by itself, since nobody coats the wall between two of them. */
export const coatedOf = (all: Placements, rules: Pick<HouseRules, 'coatOverlap'>): number =>
  sum(all, p => coatedArea(openArea(p.art), box(p), rules))

/** What a gun sweeps for graphics alone, mm²: the box of each stencil and a rim round it. */
export const sweptBoxes = (all: Placements): number => sum(all, ({ art }) => (art.width + 2 * RIM) * (art.height + 2 * RIM))

/** The finest detail of all, mm; null where nobody measured any. The window of a pass is the window of the finest. */
export function finestOf(all: Placements): number | null {
  const known = all.flatMap(p => p.finest ?? [])
  return known.length > 0 ? Math.min(...known) : null
}

/** The narrowest bridge of all, mm; null where none is known. */
export function bridgeOf(all: Placements): number | null {
  const known = all.flatMap(p => p.bridge ?? [])
  return known.length > 0 ? Math.min(...known) : null
}

/** The largest opening of all, mm²; null where nobody knows. */
export function largestOf(all: Placements): number | null {
  const known = all.flatMap(p => largestOpening(p.art, p.widest) ?? [])
  return known.length > 0 ? Math.max(...known) : null
}

/** To weed all that goes on one piece, s; null as soon as one of them was not looked at. */
export const weedingOf = (all: Placements): number | null =>
  all.every(p => p.weeding !== null) ? sum(all, p => p.weeding!) : null

/** Stencils on one piece. */
export const stencilsOf = (all: Placements): number => sum(all, () => 1)

/** What a sentence calls one of several: its name where no other has it, or which it is; '' where it is the only one. */
export function calledOf(all: Placements, i: number): string {
  if (all.length < 2) return ''
  const { name } = all[i]!
  if (name === '') return `stencil ${i + 1}`
  return all.filter(p => p.name === name).length > 1 ? `${name}, stencil ${i + 1}` : name
}
