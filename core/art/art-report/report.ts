import {
  boundsOf,
  difference,
  edgesOf,
  everyPart,
  grown,
  nestedParts,
  partRegion,
  regionArea,
  regionLength,
  signedArea,
} from '../../basics/outline'
import type { Box, Part, Region, Ring } from '../../basics/outline'
import { measureThickness } from './thickness'
import type { NarrowPlace, Thickness } from './thickness'
import { weedingTime } from '../weeding'
import { largestInscribed } from './widest'
import type { Inscribed } from './widest'

/** What the art is measured against. Lengths in mm, areas in mm², times in s. */
export interface ReportLimits {
  /** Creep under an edge on each side by the end of the planned dwell. */
  undercut: number
  /** The narrowest resist and the narrowest opening that the cutting way makes. */
  least: number
  /** Brush marks show in an open area from this size on. */
  largeOpening: number
  weedPerPiece: number
  weedPerMetre: number
}

/** A part of the art with where it is. */
export interface MarkedPart {
  /** Rings of the part alone. */
  rings: Ring[]
  area: number
  box: Box
}

export interface StencilReport {
  openArea: number
  /** Of the sheet, border and all. */
  resistArea: number
  cutLength: number
  /** Parts that are weeded out, the smallest first. */
  pieces: MarkedPart[]
  /** Resist with open area all round it, the smallest first: it stays, and goes on in its place with transfer tape. */
  islands: MarkedPart[]
  bridges: NarrowPlace[]
  openings: NarrowPlace[]
  expanse: Inscribed & { risk: 'none' | 'some' | 'likely' }
  /** Resist that is eaten from both sides by the end of the dwell. */
  lost: MarkedPart[]
  /** Too fine for the cutting way. */
  fineResist: MarkedPart[]
  fineOpenings: MarkedPart[]
  weedingTime: number
}

/** Thrown when whoever waits for it has lost interest. */
export class Cancelled extends Error {}
/** Told how far it is, 0 to 1; answers whether to go on. */
export type KeepGoing = (share: number) => boolean

/** Widths beyond this are no bridges and no narrow openings, mm. */
export const WIDEST_LOOKED_FOR = 5
/** Radius of the greatest circle, mm: the flattening's own tolerance. */
const PRECISION = 0.02
/**
 * What rounding takes off a sharp corner is no detail: for a corner of 45° it is 1.1 r². Parts over this many r² are.
 */
const CORNER = 1.2

export function markedPart(rings: Ring[]): MarkedPart {
  return { rings, area: Math.abs(regionArea(rings)), box: boundsOf(rings)! }
}
const marked = (parts: readonly Part[]): MarkedPart[] => parts.map(p => markedPart(partRegion(p))).sort((a, b) => a.area - b.area)

/** What a disc of this radius cannot reach from inside the area: strips and dots narrower than twice the radius. */
export function tooNarrow(region: Region, radius: number): Ring[] {
  return region.length === 0 || radius <= 0 ? [] : details(difference(region, grown(grown(region, -radius), radius + SLACK)), radius)
}
/** The same of what lies round the area. */
export function tooNarrowBetween(region: Region, radius: number): Ring[] {
  return region.length === 0 || radius <= 0 ? [] : details(difference(grown(grown(region, radius), -radius - SLACK), region), radius)
}
/** Round joins are drawn with short chords: this much is not mistaken for a detail, mm. */
const SLACK = 0.006
const details = (rings: Ring[], radius: number): Ring[] =>
  everyPart(nestedParts(rings))
    .filter(p => regionArea(partRegion(p)) > CORNER * radius * radius)
    .flatMap(partRegion)

/** Outlines of what is too narrow stop a little short of the place that makes it so, mm. */
const BESIDE = 0.2

/** Whether a place narrower than this lies in or at a part. @param width mm */
export const holdsPlace = ({ box }: Pick<MarkedPart, 'box'>, places: readonly NarrowPlace[], width: number): boolean =>
  places.some(({ width: across, ax, ay, bx, by }) => {
    const [x, y] = [(ax + bx) / 2, (ay + by) / 2]
    return across < width && x > box.left - BESIDE && x < box.right + BESIDE && y > box.top - BESIDE && y < box.bottom + BESIDE
  })

/** Whether a part is a dot or a dash by itself, narrow all over. */
export const isWhole = ({ box }: Pick<MarkedPart, 'box'>, all: readonly Pick<MarkedPart, 'box'>[]): boolean =>
  all.some(w => (['left', 'top', 'right', 'bottom'] as const).every(k => Math.abs(w.box[k] - box[k]) < BESIDE))

/** Resist islands: each hole of the open area is one, less what is open within it. */
function islandsOf(parts: readonly Part[]): MarkedPart[] {
  return everyPart(parts)
    .flatMap(p => p.holes)
    .map(({ ring, parts: inner }) => {
      const rings = [ring, ...inner.map(i => i.outer)]
      return { rings, area: Math.abs(signedArea(ring)) - inner.reduce((sum, i) => sum + signedArea(i.outer), 0), box: boundsOf([ring])! }
    })
    .sort((a, b) => a.area - b.area)
}

/**
 * Everything that is to be known of a stencil before it is cut.
 * @param open what is weeded out, mm @param sheet the resist with its border, mm
 * @throws RangeError when nothing is open; Cancelled
 */
export function reportStencil(open: Region, sheet: Box, limits: ReportLimits, keepGoing: KeepGoing = () => true): StencilReport {
  if (open.length === 0) throw new RangeError('Nothing is open, so nothing would be etched. Check which part of the art is frosted.')
  const at = (share: number) => {
    if (!keepGoing(share)) throw new Cancelled()
  }
  at(0)
  const parts = nestedParts(open)
  const every = everyPart(parts).map(partRegion)
  const region = every.flat()
  const [openArea, cutLength] = [regionArea(region), regionLength(region)]
  at(0.1)
  const index = edgesOf(region)
  const resist = measureThickness(index, 'outside', WIDEST_LOOKED_FOR, done => at(0.1 + 0.25 * done))
  const opening = measureThickness(index, 'inside', WIDEST_LOOKED_FOR, done => at(0.35 + 0.25 * done))
  at(0.6)
  const expanse = largestInscribed(index, PRECISION)
  at(0.7)
  // Only parts with a narrow place at them can lose anything: the rest is left out of the slow growing and shrinking.
  const thin = ({ thinnest }: Thickness, width: number) => {
    let ring = 0
    return every.filter(part => part.reduce((found, _) => thinnest[ring++]! < width || found, false)).flat()
  }
  // One rule for all: a part is too fine where a place that matters is, and not at every nook and tip.
  const [pieces, islands] = [marked(everyPart(parts)), islandsOf(parts)]
  const narrowResist = (width: number) =>
    marked(nestedParts(tooNarrowBetween(thin(resist, width), width / 2))).filter(
      p => holdsPlace(p, resist.places, width) || isWhole(p, islands),
    )
  const lost = narrowResist(2 * limits.undercut)
  at(0.8)
  const fineResist = narrowResist(limits.least)
  at(0.9)
  const fineOpenings = marked(nestedParts(tooNarrow(thin(opening, limits.least), limits.least / 2))).filter(
    p => holdsPlace(p, opening.places, limits.least) || isWhole(p, pieces),
  )
  at(1)
  const circle = Math.PI * expanse.radius ** 2
  return {
    openArea,
    cutLength,
    pieces,
    lost,
    fineResist,
    fineOpenings,
    bridges: resist.places,
    openings: opening.places,
    resistArea: (sheet.right - sheet.left) * (sheet.bottom - sheet.top) - openArea,
    islands,
    expanse: { ...expanse, risk: circle >= limits.largeOpening ? 'likely' : circle >= limits.largeOpening / 2 ? 'some' : 'none' },
    weedingTime: weedingTime(pieces.length, cutLength, limits),
  }
}
