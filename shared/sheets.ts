import { z } from 'zod'
import { borderAt, judgePlace } from '#core/piece/blank'
import type { Pane, PanePlacement, PlaceVerdict } from '#core/piece/blank'
import type { HouseRules } from '#core/trade/house'
import { RESIST_IDS, resistKind, takesSlits } from '#core/trade/materials'
import type { ResistId } from '#core/trade/materials'
import { around, evenly, KEEP_OUT_KINDS, levelFrom, oppositeOf, readRound, roundDegrees, usualKeepOut } from '#core/piece/placement'
import type { KeepOut, KeepOutKind, Placement, RoundWritten } from '#core/piece/placement'
import { capital, parseCount } from '#core/basics/units'
import type { Slits, Wall } from '#core/piece/vessel'
import { jobWords, owed } from './passes'
import type { Pass } from './passes'
import { lengthField, optionalLength, writtenField } from './fields'
import type { LengthUnit } from './fields'

/** Resists that come as film on a roll. */
export const ROLL_RESISTS = RESIST_IDS.filter(id => resistKind(id).uses !== null) as [ResistId, ...ResistId[]]

const length = (unit: LengthUnit, least: number, most: number) =>
  lengthField(unit, mm => (mm < least || mm > most ? `Between ${least} and ${most} mm. Check the unit.` : null))

/** A roll or a scrap as it is put on the shelf. Lengths without a unit are in the house unit. */
export const rollSchema = (unit: LengthUnit) =>
  z.object({
    name: z.string().trim().min(2, 'Write what you call it.').max(60, 'Keep it under 60 letters.'),
    resist: z.enum(ROLL_RESISTS, 'Choose what it is.'),
    width: length(unit, 20, 2000),
    length: length(unit, 20, 100_000),
    scrap: z.boolean(),
    grain: z.boolean(),
  })
export type RollForm = z.input<ReturnType<typeof rollSchema>>
export type RollEntry = z.output<ReturnType<typeof rollSchema>>
export interface Roll extends RollEntry {
  id: string
  putAway: boolean
}

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

const placementSchema = (unit: LengthUnit) =>
  z.object({
    artworkId: z.uuid('Choose a stencil.'),
    /** The pass of the job that it is of; its pieces may have stencils of their own. */
    passId: z.union([z.literal('').transform(() => null), z.uuid()]).default(null),
    count: writtenField(parseCount, n => (n > 24 ? 'More than 24 do not fit round anything.' : null)),
    anchor: z.enum(ANCHORS.map(a => a.id) as [Anchor, ...Anchor[]]),
    at: roundField,
    level: z.enum(['middle', 'base', 'rim']),
    /** From the base or the rim to the nearer edge of the art; of the middle: its height above the base, empty half way up. */
    clear: optionalLength(unit),
    turn: z
      .string()
      .max(10)
      .transform((text, context): number => {
        const value = Number(text.trim().replace(/\s*°$/, '').replace(',', '.') || 0)
        if (Number.isFinite(value) && Math.abs(value) <= 180) return value
        context.addIssue({ code: 'custom', message: 'Write degrees from -180 to 180.' })
        return z.NEVER
      }),
  })

const keepOutSchema = z.object({ kind: z.enum(KEEP_OUT_KINDS), at: roundField })

/** How a border lies down on a curve: slit, by whom, or narrower and taped beyond. */
export const SLIT_WAYS = [
  { id: 'drawn', text: 'Slits drawn with the pen, cut by hand' },
  { id: 'hand', text: 'Slits cut by hand, not drawn' },
  { id: 'machine', text: 'Slits cut by the machine' },
  { id: 'none', text: 'No slits: a narrower border, taped beyond it' },
] as const
export type SlitWay = (typeof SLIT_WAYS)[number]['id']

/** A cut sheet as it is laid out. Lengths without a unit are in the house unit. */
export const sheetSchema = (unit: LengthUnit) =>
  z.object({
    name: z.string().trim().min(2, 'Write what it is for.').max(60, 'Keep it under 60 letters.'),
    /** Pieces of a job that it is for; '' where it stands alone. */
    setId: z.union([z.literal('').transform(() => null), z.uuid('Choose a job, or none.')]).default(null),
    blankId: z.union([z.literal('').transform(() => null), z.uuid('Choose a blank, or none.')]),
    pieces: writtenField(parseCount, n => (n > 200 ? 'Make it several sheets: 200 pieces are the most.' : null)),
    resist: z.enum(ROLL_RESISTS, 'Choose the resist.'),
    // A sheet from before they could be chosen has them as they were.
    slits: z.enum(SLIT_WAYS.map(w => w.id) as [SlitWay, ...SlitWay[]]).default('none'),
    marks: z.boolean().default(true),
    keepOut: z.array(keepOutSchema).max(5),
    placements: z.array(placementSchema(unit)).min(1, 'Choose a stencil.').max(12, 'Twelve stencils on one piece are enough.'),
  })
export type SheetForm = z.input<ReturnType<typeof sheetSchema>>
export type SheetEntry = z.output<ReturnType<typeof sheetSchema>>

export interface SheetSummary {
  id: string
  name: string
  cutAt: string | null
  setId: string | null
  putAway: boolean
  version: number
}
export interface Sheet extends SheetSummary {
  entered: SheetForm
}

export const PLACEMENT_FORM: SheetForm['placements'][number] = {
  artworkId: '',
  passId: '',
  count: '1',
  anchor: 'opposite-seam',
  at: '',
  level: 'middle',
  clear: '',
  turn: '',
}
export const SHEET_FORM: SheetForm = {
  name: '',
  setId: '',
  blankId: '',
  pieces: '1',
  resist: 'permanent-vinyl',
  slits: 'drawn',
  marks: true,
  keepOut: [
    { kind: 'lip', at: '' },
    { kind: 'base', at: '' },
    { kind: 'seam', at: '' },
  ],
  placements: [{ ...PLACEMENT_FORM }],
}

/** One stencil at its spot, with the border that lies there. */
export interface PlacedStencil {
  /** Which line of the form it comes from, and which repeat it is. */
  line: number
  repeat: number
  artworkId: string
  passId: string | null
  /** Null on a flat piece, which has no wall. */
  placement: Placement | null
  /** Null on a round piece, and on a flat one that nobody measured. */
  onPane: PanePlacement | null
  border: number
  /** Slits in it, where the resist is slit at all. */
  slits: readonly Slits[]
  verdict: PlaceVerdict | null
}

/** Bands to keep clear on a wall, degrees counted from the seam. */
export function keepOutOn(entry: Pick<SheetEntry, 'keepOut'>, wall: Wall): KeepOut[] {
  const girth = 2 * Math.PI * wall.at((wall.from + wall.to) / 2).r
  return entry.keepOut.map(k => usualKeepOut(k.kind, wall, k.kind === 'seam' ? 0 : around(roundDegrees(k.at, girth))))
}

function anchorDegrees(anchor: Anchor, bands: readonly KeepOut[]): number {
  const kind = anchor.replace('opposite-', '') as KeepOutKind
  const at = kind === 'seam' ? 0 : (bands.find(k => k.kind === kind)?.at ?? 0)
  return anchor.startsWith('opposite') ? oppositeOf(at) : at
}

/**
 * Where every stencil of a sheet goes. @param artOf size of an artwork's open area, mm; undefined while it is not known
 * @param passes of the job that it is for: their border goes before the house's
 */
export function placedStencils(
  entry: SheetEntry,
  wall: Wall | null,
  pane: Pane | null,
  artOf: (id: string) => { width: number, height: number } | undefined,
  rules: HouseRules,
  passes: readonly Pick<Pass, 'id' | 'border'>[] = [],
): PlacedStencil[] {
  const bands = wall ? keepOutOn(entry, wall) : []
  return entry.placements.flatMap((p, line): PlacedStencil[] => {
    const art = artOf(p.artworkId)
    if (!art) return []
    const house = passes.find(pass => pass.id === p.passId)?.border ?? rules.border
    if (!wall)
      return Array.from({ length: p.count }, (_, repeat) => ({
        line,
        repeat,
        artworkId: p.artworkId,
        passId: p.passId,
        placement: null,
        onPane: pane && onPane(pane, p, repeat, art, house),
        border: house,
        slits: [],
        verdict: null,
      }))
    const middle = Math.min(
      wall.to,
      Math.max(
        wall.from,
        p.level === 'middle' ? wall.from + (p.clear ?? (wall.to - wall.from) / 2) : levelFrom(wall, p.level, p.clear ?? 0, art.height),
      ),
    )
    const girth = 2 * Math.PI * wall.at(middle).r
    const verdict = judgePlace(wall, middle, art, house, rules.fitTolerance)
    const slit = entry.slits !== 'none' && takesSlits(entry.resist)
    const border = slit ? house : borderAt(wall, middle, art, verdict.cut, house, rules.fitTolerance)
    const first = anchorDegrees(p.anchor, bands) + roundDegrees(p.at, girth)
    return evenly(p.count, first).map((at, repeat) => ({
      line,
      repeat,
      artworkId: p.artworkId,
      passId: p.passId,
      border,
      slits: slit ? verdict.slits : [],
      verdict,
      onPane: null,
      placement: { at, middle, width: art.width + 2 * border, height: art.height + 2 * border, turn: p.turn },
    }))
  })
}

/** On a pane places count from its left lower corner; without one, repeats share its width evenly, half way up. */
function onPane(
  pane: Pane,
  p: SheetEntry['placements'][number],
  repeat: number,
  art: { width: number, height: number },
  border: number,
): PanePlacement {
  const even = (pane.width * (repeat + 0.5)) / p.count
  const [width, height] = [art.width + 2 * border, art.height + 2 * border]
  // Further repeats stand beside the first, a stencil's width apart.
  return {
    x: p.at.value === 0 ? even : (roundDegrees(p.at, pane.width) / 360) * pane.width + repeat * width,
    y: p.clear ?? pane.height / 2,
    width,
    height,
    turn: p.turn,
  }
}

/** What a sheet takes from the pieces of a job: how many are still to do, the blank, the resist, and where each pass goes. */
export function sheetOfSet(passes: readonly Pass[]): SheetForm {
  const [first] = passes
  if (!first) return SHEET_FORM
  const left = Math.max(1, ...passes.map(pass => owed(pass).length))
  const resist = passes.map(pass => pass.resist).find(id => (ROLL_RESISTS as readonly string[]).includes(id))
  const placements = passes.flatMap((pass) => {
    const artworkId = pass.artworkId ?? pass.artworkIds.find(id => id !== null)
    return artworkId
      ? [{ ...PLACEMENT_FORM, artworkId, passId: pass.id, clear: pass.artMiddle === null ? '' : `${pass.artMiddle} mm` }]
      : []
  })
  return {
    ...SHEET_FORM,
    name: `${capital(jobWords(passes))}, ${first.customer}`.slice(0, 60),
    setId: first.setId,
    blankId: first.blankId ?? '',
    pieces: String(left),
    ...(resist ? { resist: resist as SheetForm['resist'] } : {}),
    placements: placements.length > 0 ? placements : [{ ...PLACEMENT_FORM }],
  }
}

/** The stencil that one piece gets at a place. @param piece from 0, of those that are still to do */
export function artworkAt(place: Pick<PlacedStencil, 'artworkId' | 'passId'>, piece: number, passes: readonly Pass[]): string {
  const pass = passes.find(p => p.id === place.passId)
  const number = pass && owed(pass)[piece]
  return (number === undefined ? null : pass!.artworkIds[number - 1]) ?? place.artworkId
}
