import { edgesOf, everyPart, filled, nestedParts, partRegion, regionArea } from '../../basics/outline'
import type { Region, Ring } from '../../basics/outline'
import { largestInscribed } from '../art-report/widest'

/** A spot in a part where a number can stand: the middle of the largest circle in it, mm. */
export interface Spot {
  x: number
  y: number
  radius: number
}

/** What is taken out of a film, in its order, and what stays marked in it. */
export interface Weeding {
  /** Smallest first: while its neighbours still hold the film flat. mm² */
  out: (Spot & { n: number, area: number })[]
  /** Islands: film with open area all round it, which goes on by transfer. */
  stays: Spot[]
}

/** Exact enough for a number to stand in. mm */
const PRECISION = 0.1
const spotIn = (region: Region): Spot => largestInscribed(edgesOf(region), PRECISION)

/** @param open what is cut out, mm; rings under the even-odd rule, as outlines are kept */
export function weedingOrder(open: readonly Ring[]): Weeding {
  const parts = everyPart(nestedParts(filled(open, 'evenodd')))
  const out = parts
    .map(part => ({ ...spotIn(partRegion(part)), area: regionArea(partRegion(part)) }))
    .sort((a, b) => a.area - b.area || a.x - b.x)
    .map((spot, i) => ({ ...spot, n: i + 1 }))
  const island = (ring: Ring, within: readonly { outer: Ring }[]) => filled([ring, ...within.map(p => p.outer)], 'evenodd')
  const stays = parts.flatMap(part => part.holes.map(({ ring, parts: within }) => spotIn(island(ring, within))))
  return { out, stays }
}

/** Rings of a kept outline: path data of straight lines only. */
export const outlineRings = (d: string): Ring[] =>
  d
    .split('M')
    .map(part => Float64Array.from(part.match(/-?[\d.]+(?:e-?\d+)?/g)?.map(Number) ?? []))
    .filter(ring => ring.length >= 6)
