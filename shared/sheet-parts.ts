import type { PassPlan } from '#core/art/passes'
import type { HouseRules } from '#core/trade/house'
import { takesSlits } from '#core/trade/materials'
import { wallOf } from './blanks'
import type { Blank } from './blanks'
import { owed } from './passes'
import type { Pass, Placement } from './passes'
import { keepOutOn, passesOf, placedAt } from './placements'
import type { Ground, Placed } from './placements'
import type { PartEntry, SheetEntry } from './sheets'

/** One stencil of a sheet at its spot. */
export interface PlacedStencil extends Placed {
  /** Which line of the form it comes from. */
  line: number
  artworkId: string
  passId: string | null
  /** Which placement of that pass it is, from 0. */
  ofPass: number
}

/**
 * Where every stencil of a part goes. @param film what it is cut from, and whether its border is slit
 * @param artOf size of an artwork's open area, mm; undefined while it is not known
 * @param passes of the job that it is for: their border goes before the house's
 */
export function placedStencils(
  part: Pick<PartEntry, 'placements'>,
  film: Pick<SheetEntry, 'slits' | 'resist'>,
  ground: Ground,
  artOf: (id: string) => { width: number, height: number } | undefined,
  rules: HouseRules,
  passes: readonly Pick<Pass, 'id' | 'border'>[] = [],
): PlacedStencil[] {
  const slit = film.slits !== 'none' && takesSlits(film.resist)
  return part.placements.flatMap((p, line): PlacedStencil[] => {
    const art = artOf(p.artworkId)
    if (!art) return []
    const border = passes.find(pass => pass.id === p.passId)?.border ?? rules.border
    return placedAt(p, ground, art, border, { rules, slit }).map(placed => ({
      ...placed,
      line,
      artworkId: p.artworkId,
      passId: p.passId,
      ofPass: p.placement,
    }))
  })
}

/** What stencils of a part are laid out with. */
export interface SheetFacts {
  blank: (id: string | null) => Blank | undefined
  artwork: (id: string) => { name: string, figures: { width: number, height: number } } | undefined
  /** Of all jobs. */
  passes: readonly Pass[]
  rules: HouseRules
}

/** A part with its stencils where they go on a piece, and the passes they fall into. */
export interface LaidPart {
  part: PartEntry
  /** Passes of the pieces that it is for. */
  ours: readonly Pass[]
  ground: Ground
  placed: PlacedStencil[]
  plan: PassPlan
  noun: string
  /** Girths of the batch as it was measured, mm. */
  batch: readonly number[]
}

export function layPart(part: PartEntry, film: Pick<SheetEntry, 'slits' | 'resist'>, facts: SheetFacts): LaidPart {
  const blank = facts.blank(part.blankId)
  const wall = blank ? wallOf(blank) : null
  const ground: Ground = { wall, pane: blank?.pane ?? null, bands: wall ? keepOutOn(part.keepOut, wall) : [] }
  const ours = facts.passes.filter(pass => pass.setId === part.setId)
  const placed = placedStencils(part, film, ground, id => facts.artwork(id)?.figures, facts.rules, ours)
  const noun = ours[0]?.noun ?? blank?.noun ?? 'piece'
  return { part, ours, ground, placed, plan: passesOf(placed, wall), noun, batch: blank?.girths ?? [] }
}

/** The stencil that one piece has at a place. @param number of the piece in its set; null for the common one */
function artworkOf(place: Pick<PlacedStencil, 'artworkId' | 'ofPass'>, pass: Pass | undefined, number: number | null): string {
  return (number === null ? null : pass?.placements[place.ofPass]?.artworkIds[number - 1]) ?? place.artworkId
}

/** One stencil that has to be cut. */
export interface NeededStencil {
  place: PlacedStencil
  artworkId: string
  /** Number of the piece it is for, among so many; null for a spare. */
  piece: number | null
  of: number
  /** What the piece is called, as `tumbler` and `Ada`. */
  noun: string
  name: string
  /** Way round the piece at the height of the art, mm; of a spare the longest, which can be trimmed. 0 where there is no wall. */
  girth: number
}

/** How far the ends of film overlap that goes all round; below zero they leave a gap. mm */
export function overlapOf({ ends, endsBy }: Pick<PartEntry, 'ends' | 'endsBy'>, rules: Pick<HouseRules, 'wrapOverlap'>): number {
  if (ends === 'edge') return 0
  return ends === 'gap' ? -(endsBy ?? 0) : (endsBy ?? rules.wrapOverlap)
}

/** Every stencil of a part: piece by piece those that are still to do, then the spares, so many of each that differs. */
export function neededStencils({ part, placed, ours, noun, ground, batch }: LaidPart): NeededStencil[] {
  const forPiece = (place: PlacedStencil, i: number): NeededStencil => {
    const pass = ours.find(p => p.id === place.passId)
    const total = pass?.pieces ?? part.pieces
    // More than the job owes are spares.
    const piece = pass ? (owed(pass)[i] ?? null) : i + 1
    // The batch was measured piece by piece in their order, where it has as many.
    const measured = piece !== null && batch.length === total ? batch[piece - 1] : undefined
    const usual = ground.wall && place.placement ? 2 * Math.PI * ground.wall.at(place.placement.middle).r : 0
    return {
      place,
      artworkId: artworkOf(place, pass, piece),
      piece,
      of: total,
      noun: pass?.noun ?? noun,
      name: piece === null ? '' : (pass?.names[piece - 1] ?? ''),
      girth: part.girths[i] ?? measured ?? usual,
    }
  }
  const own = Array.from({ length: part.pieces }, (_, i) => placed.map(place => forPiece(place, i))).flat()
  const alike = (a: NeededStencil, b: NeededStencil) => a.place.line === b.place.line && a.artworkId === b.artworkId
  const different = own.filter((stencil, i) => own.findIndex(other => alike(other, stencil)) === i)
  const girth = Math.max(...own.map(stencil => stencil.girth))
  const spares = different.flatMap(stencil => Array.from({ length: part.spares }, () => ({ ...stencil, piece: null, name: '', girth })))
  return [...own, ...spares]
}

/** Letters that tell the parts of a sheet apart on the film. */
const PART_LETTERS = 'ABCDEFGH'
/** @returns '' on a sheet of one part */
export const partLetter = (part: number, parts: number): string => (parts > 1 ? PART_LETTERS[part]! : '')

/** What stands beside TOP: `3/6`, `S` for a spare, with its part's letter before it where there are several. */
export function markOf({ piece, of }: Pick<NeededStencil, 'piece' | 'of'>, letter: string): string {
  const number = piece === null ? 'S' : of > 1 ? `${piece}/${of}` : ''
  return [letter, number].filter(part => part !== '').join(' ')
}

/** What a stencil is for, beside its art's name: `tumbler 3 of 6, Ada`. */
export function pieceWords({ piece, of, noun, name }: Pick<NeededStencil, 'piece' | 'of' | 'noun' | 'name'>): string {
  if (piece === null) return 'spare'
  return [of > 1 ? `${noun} ${piece} of ${of}` : '', name].filter(part => part !== '').join(', ')
}

/** Stencils of a placement that are cut for a part. */
function stencilsCut({ pieces, spares }: Pick<PartEntry, 'pieces' | 'spares'>, pass: PassOnSheet, p: Placement): number {
  const different = new Set(owed(pass).map(n => p.artworkIds[n - 1] ?? p.artworkId)).size
  return pieces * p.count + spares * Math.max(1, different)
}

type PassOnSheet = Pick<Pass, 'id' | 'setId' | 'border' | 'placements' | 'pieces' | 'done'>

/**
 * Who used how much of a sheet: shared by the size of their stencils, the waste and the spares with them.
 * @param passes of all its jobs @param net what left the shelf less what came back, mm² @param border the house's, mm
 * @returns of each pass mm² for one piece; of each set its share of the whole
 */
export function sharesOfSheet(
  parts: readonly Pick<PartEntry, 'setId' | 'pieces' | 'spares' | 'placements'>[],
  passes: readonly PassOnSheet[],
  net: number,
  border: number,
): { perPiece: Record<string, number>, perSet: Record<string, number> } {
  const used = parts.flatMap((part) => {
    const on = new Set(part.placements.map(p => p.passId))
    return passes
      .filter(pass => pass.setId === part.setId && on.has(pass.id))
      .map((pass) => {
        const wide = 2 * (pass.border ?? border)
        const boxes = pass.placements.map(p => stencilsCut(part, pass, p) * (p.artWidth + wide) * (p.artHeight + wide))
        return { pass, pieces: part.pieces, area: boxes.reduce((sum, box) => sum + box, 0) }
      })
  })
  const all = used.reduce((sum, u) => sum + u.area, 0)
  // A set that nothing was cut for has none of it.
  const perSet: Record<string, number> = all > 0 ? Object.fromEntries(parts.flatMap(part => (part.setId ? [[part.setId, 0]] : []))) : {}
  for (const { pass, area } of used) perSet[pass.setId]! += area / all
  return { perPiece: Object.fromEntries(used.map(u => [u.pass.id, (net * u.area) / all / u.pieces])), perSet }
}
