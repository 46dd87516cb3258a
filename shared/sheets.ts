import { z } from 'zod'
import type { HouseRules } from '#core/trade/house'
import { RESIST_IDS, resistKind, takesSlits } from '#core/trade/materials'
import type { ResistId } from '#core/trade/materials'
import { capital, parseCount, parseMoney } from '#core/basics/units'
import { jobWords, owed } from './passes'
import type { Pass } from './passes'
import { lengthField, optionalField, rollLengthField, writtenField } from './fields'
import { MOST_PLACEMENTS } from './jobs'
import { keepOutField, placedAt, USUAL_BANDS, WHERE_FORM, whereShape, writtenBand, writtenWhere } from './placements'
import type { Ground, Placed } from './placements'
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
    length: rollLengthField(unit, mm => (mm < 20 || mm > 100_000 ? 'Between 20 mm and 100 m. Check the unit.' : null)),
    scrap: z.boolean(),
    grain: z.boolean(),
    /** In the studio's currency, per m². */
    priceM2: optionalField(parseMoney).default(null),
  })
export type RollForm = z.input<ReturnType<typeof rollSchema>>
export type RollEntry = z.output<ReturnType<typeof rollSchema>>
export interface Roll extends RollEntry {
  id: string
  /** mm below which the lead wants to be told. */
  reorder: number | null
  putAway: boolean
}

/** What a m² of a resist costs: what its oldest roll that has a price on it cost, whole rolls before scraps; null where none has. */
export function filmPrice(rolls: readonly Pick<Roll, 'id' | 'resist' | 'scrap' | 'priceM2'>[], resist: ResistId): number | null {
  const priced = rolls.filter(r => r.resist === resist && r.priceM2 !== null)
  priced.sort((a, b) => Number(a.scrap) - Number(b.scrap) || (a.id < b.id ? -1 : 1))
  return priced[0]?.priceM2 ?? null
}

const placementSchema = (unit: LengthUnit) =>
  z.object({
    artworkId: z.uuid('Choose a stencil.'),
    /** The pass of the job that it is of; its pieces may have stencils of their own. */
    passId: z.union([z.literal('').transform(() => null), z.uuid()]).default(null),
    /** Which of the placements of that pass it is, from 0. */
    placement: z.number().int().min(0).max(MOST_PLACEMENTS - 1).default(0),
    ...whereShape(unit),
  })

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
    keepOut: keepOutField,
    placements: z.array(placementSchema(unit)).min(1, 'Choose a stencil.').max(MOST_PLACEMENTS, 'Twelve stencils on one piece are enough.'),
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
  placement: 0,
  ...WHERE_FORM,
}
export const SHEET_FORM: SheetForm = {
  name: '',
  setId: '',
  blankId: '',
  pieces: '1',
  resist: 'permanent-vinyl',
  slits: 'drawn',
  marks: true,
  keepOut: USUAL_BANDS,
  placements: [{ ...PLACEMENT_FORM }],
}

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
 * Where every stencil of a sheet goes. @param artOf size of an artwork's open area, mm; undefined while it is not known
 * @param passes of the job that it is for: their border goes before the house's
 */
export function placedStencils(
  entry: SheetEntry,
  ground: Ground,
  artOf: (id: string) => { width: number, height: number } | undefined,
  rules: HouseRules,
  passes: readonly Pick<Pass, 'id' | 'border'>[] = [],
): PlacedStencil[] {
  const slit = entry.slits !== 'none' && takesSlits(entry.resist)
  return entry.placements.flatMap((p, line): PlacedStencil[] => {
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

/**
 * What a sheet takes from the pieces of a job: how many are still to do, the blank, the resist, and where each pass goes.
 * @param film which resist it is of; the first that comes on a roll where nothing is said
 */
export function sheetOfSet(passes: readonly Pass[], film?: ResistId): SheetForm {
  const [first] = passes
  if (!first) return SHEET_FORM
  const left = Math.max(1, ...passes.map(pass => owed(pass).length))
  // A sheet is of one film: what is masked otherwise is not on it.
  const onRoll = (id: ResistId) => (ROLL_RESISTS as readonly string[]).includes(id)
  const films = passes.map(pass => pass.resist).filter(onRoll)
  const resist = films.find(id => id === film) ?? films[0]
  const placements = passes.filter(pass => pass.resist === resist).flatMap(pass =>
    pass.placements.flatMap((p, placement) => {
      const artworkId = p.artworkId ?? p.artworkIds.find(id => id !== null)
      return artworkId ? [{ artworkId, passId: pass.id, placement, ...writtenWhere(p) }] : []
    }),
  )
  return {
    ...SHEET_FORM,
    name: `${capital(jobWords(passes))}, ${first.customer}`.slice(0, 60),
    setId: first.setId,
    blankId: first.blankId ?? '',
    pieces: String(left),
    ...(resist ? { resist: resist as SheetForm['resist'] } : {}),
    keepOut: first.keepOut.map(writtenBand),
    placements: placements.length > 0 ? placements : [{ ...PLACEMENT_FORM }],
  }
}

/** The stencil that one piece gets at a place. @param piece from 0, of those that are still to do */
export function artworkAt(place: Pick<PlacedStencil, 'artworkId' | 'passId' | 'ofPass'>, piece: number, passes: readonly Pass[]): string {
  const pass = passes.find(p => p.id === place.passId)
  const number = pass && owed(pass)[piece]
  return (number === undefined ? null : pass!.placements[place.ofPass]?.artworkIds[number - 1]) ?? place.artworkId
}

/**
 * What one piece of each pass used of a sheet, mm²: shared by the size of their stencils, the waste with them.
 * @param net what left the shelf less what came back, mm² @param border the house's, mm
 */
export function shareOfSheet(
  sheet: Pick<SheetEntry, 'pieces' | 'placements'>,
  passes: readonly Pick<Pass, 'id' | 'border' | 'placements'>[],
  net: number,
  border: number,
): Record<string, number> {
  const on = new Set(sheet.placements.map(p => p.passId))
  const sizes = passes
    .filter(pass => on.has(pass.id))
    .map((pass) => {
      const wide = 2 * (pass.border ?? border)
      return { id: pass.id, area: pass.placements.reduce((sum, p) => sum + p.count * (p.artWidth + wide) * (p.artHeight + wide), 0) }
    })
  const all = sizes.reduce((sum, s) => sum + s.area, 0)
  return Object.fromEntries(sizes.map(s => [s.id, (net * s.area) / all / sheet.pieces]))
}
