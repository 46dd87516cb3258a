import { z } from 'zod'
import type { ResistId } from '#core/trade/materials'
import { capital, parseCount } from '#core/basics/units'
import type { Parsed } from '#core/basics/units'
import { jobWords, owed } from './passes'
import type { Pass, Placement } from './passes'
import { lengthLines, optionalField, optionalLength, writtenField } from './fields'
import { MOST_PLACEMENTS } from './jobs'
import { keepOutField, USUAL_BANDS, WHERE_FORM, whereShape, writtenBand, writtenWhere } from './placements'
import { ROLL_RESISTS } from './rolls'
import type { LengthUnit } from './fields'

export const MOST_PARTS = 8
const MOST_SPARES = 20

const readSpares = (text: string): Parsed => (/^0+$/.test(text.trim()) ? { ok: true, value: 0 } : parseCount(text))

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

/** How the ends of film meet that goes all round. */
export const ENDS = [
  { id: 'overlap', text: 'They overlap' },
  { id: 'edge', text: 'Edge to edge' },
  { id: 'gap', text: 'A gap is left' },
] as const
type Ends = (typeof ENDS)[number]['id']

/** Pieces of one kind that a sheet has stencils for. Lengths without a unit are in the house unit. */
export const partSchema = (unit: LengthUnit) =>
  z.object({
    /** Pieces of a job that it is for; '' where it stands alone. */
    setId: z.union([z.literal('').transform(() => null), z.uuid('Choose a job, or none.')]).default(null),
    blankId: z.union([z.literal('').transform(() => null), z.uuid('Choose a blank, or none.')]),
    pieces: writtenField(parseCount, n => (n > 200 ? 'Make it several sheets: 200 pieces are the most.' : null)),
    /** Of each different stencil. */
    spares: optionalField(readSpares, n => (n > MOST_SPARES ? `${MOST_SPARES} spares of each are plenty.` : null))
      .transform(n => n ?? 0)
      .default(0),
    keepOut: keepOutField,
    /** Of what goes all round. */
    ends: z.enum(ENDS.map(e => e.id) as [Ends, ...Ends[]]).default('overlap'),
    /** mm; null: the house's overlap. */
    endsBy: optionalLength(unit, mm => (mm > 100 ? 'That is more than 100 mm. Check the unit.' : null)).default(null),
    /** Of each piece in their order, mm, where film goes all round; none: as the blank was measured. */
    girths: lengthLines(unit, 'That is too much for the girths of these pieces.').default([]),
    placements: z
      .array(placementSchema(unit))
      .min(1, 'Choose a stencil.')
      .max(MOST_PLACEMENTS, 'Twelve stencils on one piece are enough.'),
  }).superRefine((part, context) => {
    if (part.ends === 'gap' && part.endsBy === null)
      context.addIssue({ code: 'custom', path: ['endsBy'], message: 'Write how wide the gap is.' })
    if (part.girths.length > 0 && part.girths.length !== part.pieces)
      context.addIssue({ code: 'custom', path: ['girths'], message: `Write one girth for each of the ${part.pieces} pieces, or none.` })
  })
export type PartForm = z.input<ReturnType<typeof partSchema>>
export type PartEntry = z.output<ReturnType<typeof partSchema>>

/** A cut sheet as it is laid out. Lengths without a unit are in the house unit. */
export const sheetSchema = (unit: LengthUnit) =>
  z
    .object({
      name: z.string().trim().min(2, 'Write what it is for.').max(60, 'Keep it under 60 letters.'),
      resist: z.enum(ROLL_RESISTS, 'Choose the resist.'),
      // A sheet from before they could be chosen has them as they were.
      slits: z.enum(SLIT_WAYS.map(w => w.id) as [SlitWay, ...SlitWay[]]).default('none'),
      marks: z.boolean().default(true),
      parts: z
        .array(partSchema(unit))
        .min(1, 'Choose a stencil.')
        .max(MOST_PARTS, 'Make it two sheets: eight kinds of piece are the most.'),
    })
    .superRefine(({ parts }, context) => {
      const complain = (i: number, message: string) => context.addIssue({ code: 'custom', path: ['parts', i, 'setId'], message })
      if (parts.length === 1) return
      parts.forEach((part, i) => {
        if (part.setId === null) complain(i, 'Choose a job here. What stands alone gets a sheet to itself.')
        else if (parts.findIndex(p => p.setId === part.setId) < i) complain(i, 'These pieces are on this sheet already.')
      })
    })
export type SheetForm = z.input<ReturnType<typeof sheetSchema>>
export type SheetEntry = z.output<ReturnType<typeof sheetSchema>>

export interface SheetSummary {
  id: string
  name: string
  cutAt: string | null
  /** Pieces of jobs that it is for. */
  setIds: string[]
  putAway: boolean
  version: number
}
export interface Sheet extends SheetSummary {
  entered: SheetForm
}

export const PLACEMENT_FORM: PartForm['placements'][number] = {
  artworkId: '',
  passId: '',
  placement: 0,
  ...WHERE_FORM,
}
export const PART_FORM: PartForm = {
  setId: '',
  blankId: '',
  pieces: '1',
  spares: '',
  ends: 'overlap',
  endsBy: '',
  girths: '',
  keepOut: USUAL_BANDS,
  placements: [{ ...PLACEMENT_FORM }],
}
export const SHEET_FORM: SheetForm = {
  name: '',
  resist: 'permanent-vinyl',
  slits: 'drawn',
  marks: true,
  parts: [PART_FORM],
}

const onRoll = (id: ResistId): id is SheetForm['resist'] => (ROLL_RESISTS as readonly string[]).includes(id)

const underFilm = (passes: readonly Pass[], film: ResistId): Pass[] => passes.filter(pass => pass.resist === film)
const stencilOf = ({ artworkId, artworkIds }: Placement): string | undefined => artworkId ?? artworkIds.find(id => id !== null) ?? undefined
/** Something of a set's passes is cut from that film. */
export const cutFrom = (passes: readonly Pass[], film: ResistId): boolean =>
  underFilm(passes, film).some(pass => pass.placements.some(p => stencilOf(p) !== undefined))

/** What a person wrote of a part, which no plan knows. */
export const ownOfPart = ({ spares, ends, endsBy, girths }: PartForm): Partial<PartForm> => ({ spares, ends, endsBy, girths })

/** What a sheet takes from the pieces of a job: how many are still to do, the blank, and where each pass under its film goes. */
export function partOfSet(passes: readonly Pass[], film: ResistId): PartForm {
  const [first] = passes
  if (!first) return PART_FORM
  // What is masked otherwise is not on the sheet.
  const ours = underFilm(passes, film)
  const placements = ours.flatMap(pass =>
    pass.placements.flatMap((p, placement) => {
      const artworkId = stencilOf(p)
      return artworkId ? [{ artworkId, passId: pass.id, placement, ...writtenWhere(p) }] : []
    }),
  )
  return {
    ...PART_FORM,
    setId: first.setId,
    blankId: first.blankId ?? '',
    pieces: String(Math.max(1, ...ours.map(pass => owed(pass).length))),
    keepOut: first.keepOut.map(writtenBand),
    placements: placements.length > 0 ? placements : [{ ...PLACEMENT_FORM }],
  }
}

/**
 * A new sheet for the pieces of a job.
 * @param film which resist it is of; the first of the job's that comes on a roll where nothing is said
 */
export function sheetOfSet(passes: readonly Pass[], film?: ResistId): SheetForm {
  const [first] = passes
  if (!first) return SHEET_FORM
  const films = passes.map(pass => pass.resist).filter(onRoll)
  const resist = films.find(id => id === film) ?? films[0] ?? SHEET_FORM.resist
  return {
    ...SHEET_FORM,
    name: `${capital(jobWords(passes))}, ${first.customer}`.slice(0, 60),
    resist,
    parts: [partOfSet(passes, resist)],
  }
}
