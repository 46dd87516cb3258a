import { z } from 'zod'
import { borderAt, judgePlace, paneClash, paneProblems } from '#core/piece/blank'
import type { Pane, PanePlacement, PlaceVerdict } from '#core/piece/blank'
import {
  around,
  clash,
  evenly,
  KEEP_OUT_KINDS,
  levelFrom,
  oppositeOf,
  placementProblems,
  readRound,
  roundDegrees,
  usualKeepOut,
} from '#core/piece/placement'
import type { KeepOut, KeepOutKind, Placement as OnWall, RoundWritten } from '#core/piece/placement'
import { conflicts, planPasses } from '#core/art/passes'
import { meetsItself } from '#core/art/resist-size'
import type { PassPlan } from '#core/art/passes'
import { measuredWall, straightWall } from '#core/piece/vessel'
import type { Slits, Wall } from '#core/piece/vessel'
import { formatLength, parseCount } from '#core/basics/units'
import type { Surface } from '#core/trade/compatibility'
import type { HouseRules } from '#core/trade/house'
import { resistKind } from '#core/trade/materials'
import type { ResistId } from '#core/trade/materials'
import type { PlannedWall } from './blanks'
import { optionalLength, writtenField } from './fields'
import type { LengthUnit } from './fields'

const roundField = z
  .string()
  .max(30, 'That is too long to be a place.')
  .transform((text, context): RoundWritten => {
    const read = readRound(text)
    if (read.ok) return read.value
    context.addIssue({ code: 'custom', message: read.error })
    return z.NEVER
  })

/** What a place round the piece is counted from. */
export const ANCHORS = [
  { id: 'seam', text: 'From the seam' },
  { id: 'opposite-seam', text: 'Opposite the seam' },
  { id: 'label', text: 'From the label' },
  { id: 'opposite-label', text: 'Opposite the label' },
  { id: 'handle', text: 'From the handle' },
  { id: 'opposite-handle', text: 'Opposite the handle' },
] as const
type Anchor = (typeof ANCHORS)[number]['id']

/** Where a stencil goes on a piece, and how often. Lengths without a unit are in the house unit. */
export const whereShape = (unit: LengthUnit) => ({
  count: writtenField(parseCount, n => (n > 24 ? 'More than 24 do not fit round anything.' : null)),
  anchor: z.enum(ANCHORS.map(a => a.id) as [Anchor, ...Anchor[]]),
  at: roundField,
  level: z.enum(['middle', 'base', 'rim']),
  /** From the base or the rim to the nearer edge of the art; of the middle: its height above the base, empty half way up. */
  clear: optionalLength(unit),
  turn: z
    .string()
    .max(10, 'Write degrees from -180 to 180.')
    .transform((text, context): number => {
      const value = Number(text.trim().replace(/\s*°$/, '').replace(',', '.') || 0)
      if (Number.isFinite(value) && Math.abs(value) <= 180) return value
      context.addIssue({ code: 'custom', message: 'Write degrees from -180 to 180.' })
      return z.NEVER
    }),
})
type WhereSchema = z.ZodObject<ReturnType<typeof whereShape>>
export type WhereForm = z.input<WhereSchema>
export type Where = z.output<WhereSchema>

const writtenRound = ({ unit, value }: RoundWritten): string =>
  value === 0 ? '' : unit === 'degrees' ? `${value}°` : unit === 'share' ? `${value} round` : `${value} mm`

/** A place as one would write it. */
export const writtenWhere = ({ count, anchor, at, level, clear, turn }: Where): WhereForm => ({
  count: String(count),
  anchor,
  at: writtenRound(at),
  level,
  clear: clear === null ? '' : `${clear} mm`,
  turn: turn === 0 ? '' : String(turn),
})

/** A place where something was put by hand, told from the mark it is at, else from the seam. @param at degrees @param middle mm up */
export function writtenAt(
  { wall, bands }: Ground,
  at: number,
  middle: number,
  unit: LengthUnit,
): Pick<WhereForm, 'anchor' | 'at' | 'level' | 'clear'> {
  const near = (degrees: number) => Math.abs(around(degrees - at + 180) - 180) < 0.05
  const known = ANCHORS.filter(a => a.id.endsWith('seam') || bands.some(k => a.id.endsWith(k.kind)))
  const mark = known.find(a => near(anchorDegrees(a.id, bands)))
  const half = wall ? (wall.from + wall.to) / 2 : middle
  return {
    anchor: mark?.id ?? 'seam',
    at: mark ? '' : `${Math.round(around(at) * 10) / 10}°`,
    level: 'middle',
    clear: Math.abs(middle - half) < 0.05 ? '' : formatLength(middle, unit),
  }
}

/** In the middle, opposite the seam: where most art goes. */
export const WHERE_FORM: WhereForm = { count: '1', anchor: 'opposite-seam', at: '', level: 'middle', clear: '', turn: '' }

/** A band of the wall that art keeps clear of. Its width counts for what does not go all round; as usual where nothing is written. */
export const keepOutSchema = z.object({
  kind: z.enum(KEEP_OUT_KINDS),
  at: roundField,
  width: roundField.default({ unit: 'degrees', value: 0 }),
})
export const keepOutField = z.array(keepOutSchema).max(KEEP_OUT_KINDS.length)
export type KeepOutForm = z.input<typeof keepOutSchema>
export const writtenBand = ({ kind, at, width }: z.output<typeof keepOutSchema>): KeepOutForm => ({
  kind,
  at: writtenRound(at),
  width: writtenRound(width),
})
export const USUAL_BANDS: KeepOutForm[] = (['lip', 'base', 'seam'] as const).map(kind => ({ kind, at: '', width: '' }))

/** What stencils are put on: a wall, or a flat face. Both null where nobody knows. */
export interface Ground {
  wall: Wall | null
  pane: Pane | null
  bands: KeepOut[]
}

/** Bands to keep clear on a wall, degrees counted from the seam. */
export function keepOutOn(bands: readonly z.output<typeof keepOutSchema>[], wall: Wall): KeepOut[] {
  const girth = 2 * Math.PI * wall.at((wall.from + wall.to) / 2).r
  return bands.map((k) => {
    const width = roundDegrees(k.width, girth)
    const usual = usualKeepOut(k.kind, wall, k.kind === 'seam' ? 0 : around(roundDegrees(k.at, girth)))
    return usual.at !== null && width > 0 ? { ...usual, width: Math.min(360, width) } : usual
  })
}

/** The wall of a piece as it was measured, else as straight as its height and girth say; of a flat one, as if it were bent round. */
export function wallOf({ wall, height, girth }: { wall: PlannedWall | null, height: number, girth: number }): Wall {
  const r = girth / (2 * Math.PI)
  return wall ? measuredWall(wall.readings, wall.kind) : straightWall(height, r, r)
}

/** The ground of a set: its wall, or its pane. */
export function groundOf(
  set: { surface: Surface, height: number, girth: number, keepOut: readonly z.output<typeof keepOutSchema>[] },
  measured: PlannedWall | null,
  pane: Pane | null,
): Ground {
  if (set.surface === 'flat')
    return { wall: null, pane: pane ?? { width: set.girth, height: set.height, thickness: 4, holes: [] }, bands: [] }
  const wall = wallOf({ ...set, wall: measured })
  return { wall, pane: null, bands: keepOutOn(set.keepOut, wall) }
}

function anchorDegrees(anchor: Anchor, bands: readonly KeepOut[]): number {
  const kind = anchor.replace('opposite-', '') as KeepOutKind
  const at = kind === 'seam' ? 0 : (bands.find(k => k.kind === kind)?.at ?? 0)
  return anchor.startsWith('opposite') ? oppositeOf(at) : at
}

/** Height of the middle of art on a wall, mm above the base; never off the wall. */
export function middleOn(wall: Wall, where: Pick<Where, 'level' | 'clear'>, artHeight: number): number {
  const middle
    = where.level === 'middle' ? (where.clear ?? (wall.from + wall.to) / 2) : levelFrom(wall, where.level, where.clear ?? 0, artHeight)
  return Math.min(wall.to, Math.max(wall.from, middle))
}

/** One stencil at its spot, with the border that lies there. */
export interface Placed {
  /** Which repeat it is, from 0. */
  repeat: number
  /** Null on a flat piece, which has no wall. */
  placement: OnWall | null
  /** Null on a round piece, and on a flat one that nobody measured. */
  onPane: PanePlacement | null
  border: number
  /** Its film goes all round and meets itself. */
  wraps: boolean
  /** Slits in it, where the resist is slit at all. */
  slits: readonly Slits[]
  verdict: PlaceVerdict | null
}

/**
 * Where the repeats of one stencil go.
 * @param art size of its open area, mm @param border as wide as it is wanted, mm
 * @param fit how a border lies on a curve: with slits, or narrower; null: not asked, it is as wide as it is wanted
 */
export function placedAt(
  where: Where,
  { wall, pane, bands }: Ground,
  art: { width: number, height: number },
  border: number,
  fit: { rules: HouseRules, slit: boolean } | null,
): Placed[] {
  if (!wall)
    return Array.from({ length: where.count }, (_, repeat) => ({
      repeat,
      placement: null,
      onPane: pane && onPane(pane, where, repeat, art, border),
      border,
      wraps: false,
      slits: [],
      verdict: null,
    }))
  const middle = middleOn(wall, where, art.height)
  const girth = 2 * Math.PI * wall.at(middle).r
  const verdict = fit && judgePlace(wall, middle, art, border, fit.rules.fitTolerance)
  const lying = verdict && !fit.slit ? borderAt(wall, middle, art, verdict.cut, border, fit.rules.fitTolerance) : border
  const wraps = where.count === 1 && meetsItself(art, { border: lying }, { girth })
  const wide = wraps ? girth : art.width + 2 * lying
  const first = anchorDegrees(where.anchor, bands) + roundDegrees(where.at, girth)
  return evenly(where.count, first).map((at, repeat) => ({
    repeat,
    placement: { at, middle, width: wide, height: art.height + 2 * lying, turn: where.turn },
    onPane: null,
    border: lying,
    wraps,
    slits: verdict && fit.slit ? verdict.slits : [],
    verdict,
  }))
}

/** On a pane places count from its left lower corner; without one, repeats share its width evenly, half way up. */
function onPane(pane: Pane, where: Where, repeat: number, art: { width: number, height: number }, border: number): PanePlacement {
  const even = (pane.width * (repeat + 0.5)) / where.count
  const [width, height] = [art.width + 2 * border, art.height + 2 * border]
  // Further repeats stand beside the first, a stencil's width apart.
  return {
    x: where.at.value === 0 ? even : (roundDegrees(where.at, pane.width) / 360) * pane.width + repeat * width,
    y: where.clear ?? pane.height / 2,
    width,
    height,
    turn: where.turn,
  }
}

/** Passes of one piece. What nobody measured gives nothing to judge by: its stencils go together. */
export function passesOf(placed: readonly Placed[], wall: Wall | null): PassPlan {
  return planPasses(
    placed.map(areaOf),
    conflicts(placed.length, (i, j) => touches(placed[i]!, placed[j]!, wall)),
  )
}

/** Of the resist, mm²; where it is not known all count alike. */
function areaOf({ placement, onPane }: Placed): number {
  const box = placement ?? onPane
  return box ? box.width * box.height : 1
}

/** Borders that touch or overlap: both can't be on the piece at once. */
export const touches = (a: Placed, b: Placed, wall: Wall | null): boolean =>
  wall ? clash(wall, a.placement!, b.placement!) : a.onPane !== null && b.onPane !== null && paneClash(a.onPane, b.onPane)

/** The art of both itself overlaps, not only border over border: the tape stays out of the new opening. */
export function overlapArt(a: Placed, b: Placed, wall: Wall | null): boolean {
  const bare = (p: Placed): Placed => {
    const less = <T extends { width: number, height: number }>(box: T | null) =>
      box && { ...box, width: box.width - 2 * p.border, height: box.height - 2 * p.border }
    return { ...p, placement: less(p.placement), onPane: less(p.onPane) }
  }
  return touches(bare(a), bare(b), wall)
}

/** Why a stencil should not be where it is, in sentences. */
export const placedProblems = (p: Placed, { wall, pane, bands }: Ground): string[] => [
  // What goes all round lies over the seam whatever one does.
  ...(wall && p.placement ? placementProblems(wall, p.placement, p.wraps ? bands.filter(k => k.kind !== 'seam') : bands) : []),
  ...(pane && p.onPane ? paneProblems(pane, p.onPane) : []),
]

/** Where a stencil is on a piece, as it is kept with the pass. */
export interface Spot {
  /** Degrees round from the seam; on a flat piece its whole width counts as 360. */
  at: number
  /** Height of its middle above the base, mm. */
  middle: number
  turn: number
}

/** @param pane what the degrees of a flat piece are a share of */
export const spotOf = ({ placement, onPane }: Placed, pane: Pane | null): Spot =>
  placement
    ? { at: placement.at, middle: placement.middle, turn: placement.turn }
    : { at: pane && onPane ? (360 * onPane.x) / pane.width : 180, middle: onPane?.y ?? 0, turn: onPane?.turn ?? 0 }

/** What passes are worked out from. */
interface Together {
  placements: readonly (Where & { artWidth: number, artHeight: number })[]
  resist: ResistId
  /** The one stencil that is used again and again; null where each piece gets its own. */
  stencilId: string | null
  /** One sheet covers all of a flat face, so that no border meets another. */
  wholeFace: boolean
}

/** Every stencil of a pass at its spot, with which placement it is of. @param border mm */
function spotsOf({ placements, wholeFace }: Together, ground: Ground, border: number): (Placed & { of: number })[] {
  const wide = wholeFace && ground.pane ? 0 : border
  return placements.flatMap((p, of) =>
    placedAt(p, ground, { width: p.artWidth, height: p.artHeight }, wide, null).map(placed => ({ ...placed, of })),
  )
}

/** Why two stencils of one pass can't be on the piece together; null where they can. */
function apart(a: Placed & { of: number }, b: Placed & { of: number }, plan: Together, wall: Wall | null): string | null {
  if (plan.stencilId !== null && resistKind(plan.resist).uses === null)
    return 'One stencil can\'t be in two places at once. Etch them one after the other, each in a pass of its own.'
  if (!touches(a, b, wall)) return null
  return a.of === b.of
    ? 'Its repeats touch one another. Use fewer, make the border narrower, or etch them one after the other.'
    : `Its border touches that of stencil ${a.of + 1}. Move one of them, or etch them one after the other.`
}

/** The first two stencils of a pass that can't be masked together. @returns which placement is in the way, and why */
export function clashIn(plan: Together, ground: Ground, border: number): { placement: number, message: string } | null {
  const all = spotsOf(plan, ground, border)
  for (const [j, b] of all.entries()) {
    for (const a of all.slice(0, j)) {
      const message = apart(a, b, plan, ground.wall)
      if (message) return { placement: b.of, message }
    }
  }
  return null
}

/** Stencils of one pass by their placement. `where`: what one of several repeats says instead, once it stands alone. */
export type PartedPass = { of: number, where: Partial<WhereForm> }[]

/** Passes that the stencils of one fall into, the easiest to mask first. */
export function partedIn(plan: Together, ground: Ground, border: number): PartedPass[] {
  const all = spotsOf(plan, ground, border)
  const graph = conflicts(all.length, (i, j) => apart(all[i]!, all[j]!, plan, ground.wall) !== null)
  return planPasses(all.map(areaOf), graph).passes.map(({ placements }) => {
    const own = placements.map(i => all[i]!)
    return [...new Set(own.map(p => p.of))].flatMap((of): PartedPass => {
      const here = own.filter(p => p.of === of)
      return here.length === plan.placements[of]!.count ? [{ of, where: {} }] : here.map(p => ({ of, where: aloneAt(p) }))
    })
  })
}

/** Where one of several repeats is, told by itself. */
const aloneAt = ({ placement, onPane }: Placed): Partial<WhereForm> =>
  placement
    ? { count: '1', anchor: 'seam', at: `${Math.round(placement.at * 100) / 100}°` }
    : { count: '1', at: `${Math.round((onPane?.x ?? 0) * 10) / 10} mm` }
