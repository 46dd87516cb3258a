import { boundsOf, boxRing, difference, grown, transformed, union } from '../../basics/outline'
import type { Box, Region, Ring } from '../../basics/outline'
import { ArtRefused } from '../drawing'

/** On which side of another part one lies; `centre`: middle over middle. */
export const SIDES = ['centre', 'above', 'below', 'left', 'right'] as const
export type Side = (typeof SIDES)[number]

/** How a part meets what is there: joined to it, cut out of it, or laid into a gap that is made for it. */
export const MEETINGS = ['join', 'cut', 'room'] as const
export type Meeting = (typeof MEETINGS)[number]

/** What a gap follows: the part's outline, its box, or a band right across. */
export const GAPS = ['outline', 'box', 'band'] as const
export type Gap = (typeof GAPS)[number]

export interface PartPlace {
  /** The part that it lies against, of those before it; null for the first. */
  against: number | null
  side: Side
  /** mm between the two boxes; not asked where it lies in the centre. */
  gap: number
  /** Moved from there by so much, mm to the right and up. */
  right: number
  up: number
}

export interface ComposedPart extends PartPlace {
  /** What it fills, mm, y down, wherever it is. */
  area: Region
  how: Meeting
  /** Clear round it where it is cut out or laid into a gap, mm. */
  margin: number
  follow: Gap
}

/** The panel round a shape with the shape left out. @param beyond mm on each side @returns nothing of nothing */
export function panelRound(shape: Region, beyond: number): Ring[] {
  const box = boundsOf(shape)
  if (!box) return []
  const { left, top, right, bottom } = box
  return difference([boxRing({ left: left - beyond, top: top - beyond, right: right + beyond, bottom: bottom + beyond })], shape)
}

const widthOf = (b: Box) => b.right - b.left
const heightOf = (b: Box) => b.bottom - b.top

/** Where the left top corner of a box goes. */
function cornerOf(own: Box, base: Box | null, { side, gap, right, up }: PartPlace): { x: number, y: number } {
  if (!base) return { x: right, y: -up }
  const [w, h] = [widthOf(own), heightOf(own)]
  const [cx, cy] = [(base.left + base.right - w) / 2, (base.top + base.bottom - h) / 2]
  const at = {
    centre: { x: cx, y: cy },
    above: { x: cx, y: base.top - gap - h },
    below: { x: cx, y: base.bottom + gap },
    left: { x: base.left - gap - w, y: cy },
    right: { x: base.right + gap, y: cy },
  }[side]
  return { x: at.x + right, y: at.y - up }
}

/** Boxes of all parts where they come to lie, mm, y down. @throws ArtRefused where one has nothing in it or lies against a later one */
export function placesOf(parts: readonly ComposedPart[]): Box[] {
  const boxes: Box[] = []
  parts.forEach((part, i) => {
    const own = boundsOf(part.area)
    if (!own) throw new ArtRefused(`Part ${i + 1} is empty. Write or choose what it is, or take it away.`)
    if (part.against !== null && part.against >= i)
      throw new ArtRefused(`Part ${i + 1} lies against one that comes after it. Choose an earlier one.`)
    const { x, y } = cornerOf(own, part.against === null ? null : boxes[part.against]!, part)
    boxes.push({ left: x, top: y, right: x + widthOf(own), bottom: y + heightOf(own) })
  })
  return boxes
}

/** What is cleared of what is there for a part. */
function clearing(area: Region, box: Box, there: Region, { margin, follow }: ComposedPart): Region {
  if (follow === 'outline') return grown(area, margin)
  const all = boundsOf(there)
  const wide = follow === 'band' && all
    ? { left: Math.min(box.left, all.left) - 1, right: Math.max(box.right, all.right) + 1 }
    : { left: box.left - margin, right: box.right + margin }
  return [boxRing({ ...wide, top: box.top - margin, bottom: box.bottom + margin })]
}

/** What is composed, its left top corner at the origin, and the box of each part in it. mm, y down */
export interface Composition {
  art: Ring[]
  boxes: Box[]
}

/**
 * Parts that lie against each other as one area, taken up in their order.
 * @throws ArtRefused where a part is empty, or nothing is left of all of them
 */
export function compose(parts: readonly ComposedPart[]): Composition {
  const boxes = placesOf(parts)
  let all: Region = []
  parts.forEach((part, i) => {
    const [own, box] = [boundsOf(part.area)!, boxes[i]!]
    const area = transformed(part.area, [1, 0, 0, 1, box.left - own.left, box.top - own.top])
    if (part.how === 'join') all = all.length === 0 ? area : union(all, area)
    else {
      const rest = all.length === 0 ? [] : difference(all, clearing(area, box, all, part))
      all = part.how === 'cut' ? rest : union(rest, area)
    }
  })
  const box = boundsOf(all)
  if (!box) throw new ArtRefused('Nothing is left: what is cut out takes all of it away. Make it smaller, or join it instead.')
  const { left, top } = box
  const moved = (b: Box): Box => ({ left: b.left - left, top: b.top - top, right: b.right - left, bottom: b.bottom - top })
  return { art: transformed(all, [1, 0, 0, 1, -left, -top]), boxes: boxes.map(moved) }
}
