import { z } from 'zod'
import { ART_LIMITS, FACES } from '#core/art/drawing'
import type { FaceId } from '#core/art/drawing'
import { CUTTING_WAYS } from '#core/art/art-report'
import type { ArtFigures, CuttingWay, Fix } from '#core/art/art-report'
import { parseDuration } from '#core/basics/units'
import type { PlannedArt } from './passes'
import { lengthField, optionalField, optionalLength } from './fields'
import type { LengthUnit } from './fields'

/** Where the art comes from. An SVG is kept as it was loaded and read anew each time; its markup never reaches a page. */
const sourceSchema = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('svg'),
    file: z.string().max(120),
    traced: z.boolean(),
    text: z.string().max(ART_LIMITS.size, 'The drawing is too large. Simplify its paths and load it again.'),
  }),
  z.object({
    kind: z.literal('letters'),
    text: z.string().max(400, 'Keep it under 400 letters.'),
    face: z.enum(FACES.map(f => f.id) as [FaceId, ...FaceId[]]),
    align: z.enum(['left', 'middle', 'right']),
  }),
])

const width = z.number().min(0.05).max(20)
const fixSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('bridges'), width }),
  z.object({ kind: z.literal('thicken'), width }),
  z.object({ kind: z.literal('round'), width }),
  z.object({ kind: z.literal('specks'), width }),
  z.object({ kind: z.literal('undercut'), by: z.number().min(0.001).max(2) }),
]) satisfies z.ZodType<Fix>

/** What the last look at the art found. The outline is only ever drawn as path data. */
export const figuresSchema: z.ZodType<ArtFigures> = z.object({
  width: z.number().positive().max(3000),
  height: z.number().positive().max(3000),
  openArea: z.number().positive(),
  cutLength: z.number().positive(),
  pieces: z.number().int().positive(),
  islands: z.number().int().min(0),
  narrowestBridge: z.number().positive().nullable(),
  narrowestOpening: z.number().positive().nullable(),
  /** Across the largest circle in one opening; art looked at before has none. */
  widest: z.number().positive().optional(),
  outline: z
    .string()
    .max(8000)
    .regex(/^[MLZ0-9.\- ]*$/),
})

/** A stencil's art as it is designed. Lengths without a unit are in the house unit. */
export function artworkSchema(unit: LengthUnit) {
  const length = (least: number, most: number, low: string) =>
    lengthField(unit, mm => (mm < least ? low : mm > most ? 'That is larger than this bench takes. Check the unit.' : null))
  return z
    .object({
      name: z.string().trim().min(2, 'Write what it shows.').max(60, 'Keep it under 60 letters.'),
      source: sourceSchema,
      width: length(3, 3000, 'That is smaller than can be etched. Check the unit.'),
      /** Lettering: height of a capital; then the width is the most that it may take. */
      capital: optionalLength(unit, mm => (mm < 1 || mm > 1000 ? 'A capital is between 1 and 1000 mm tall.' : null)),
      polarity: z.enum(['shape', 'background']),
      margin: length(0, 500, ''),
      through: z.boolean(),
      cutBy: z.enum(CUTTING_WAYS.map(w => w.id) as [CuttingWay, ...CuttingWay[]], 'Choose how it is cut.'),
      lotId: z.union([z.literal('').transform(() => null), z.uuid('Choose from the shelf, or none.')]),
      dwell: optionalField(parseDuration, s => (s < 5 || s > 7200 ? 'A dwell is between 5 seconds and two hours.' : null)),
      blankId: z.union([z.literal('').transform(() => null), z.uuid('Choose a blank, or none.')]),
      middle: optionalLength(unit, mm => (mm > 3000 ? 'That lies off the piece.' : null)),
      fixes: z.array(fixSchema).max(12, 'Twelve fixes are enough. Take one away first.'),
    })
    .superRefine((art, context) => {
      // What a drawing says is read in a worker, here and on the server: a form is checked at every keystroke.
      if (art.source.text.trim() === '')
        context.addIssue({
          code: 'custom',
          path: ['source', 'text'],
          message:
            art.source.kind === 'letters'
              ? 'Write the letters that are to be etched.'
              : 'The file is empty. Save the drawing again as SVG.',
        })
    })
}

export type ArtworkForm = z.input<ReturnType<typeof artworkSchema>>
export type ArtworkEntry = z.output<ReturnType<typeof artworkSchema>>
export type ArtSource = ArtworkEntry['source']

/** The art of a stencil as it is stored; `entered` holds it as written. */
export interface Artwork {
  id: string
  name: string
  figures: ArtFigures
  /** Cut mirrored, to be read through the glass. */
  mirrored: boolean
  putAway: boolean
  version: number
  entered: ArtworkForm
}
/** In lists without its source, which may be large. */
export type ArtworkSummary = Omit<Artwork, 'entered'>

/** What a plan of several arts goes by, mm and mm²: the largest of them, and the finest detail of all. */
export function largestOf(arts: readonly ArtFigures[]): { width: number, height: number, openArea: number, finest: number | null } {
  const narrow = arts.flatMap(f => [f.narrowestBridge, f.narrowestOpening]).filter(v => v !== null)
  return {
    width: Math.max(...arts.map(f => f.width)),
    height: Math.max(...arts.map(f => f.height)),
    openArea: Math.max(...arts.map(f => f.openArea)),
    finest: narrow.length > 0 ? Math.min(...narrow) : null,
  }
}

/** What a job keeps of its art. */
export function plannedArt({ name, figures, mirrored }: ArtworkSummary): PlannedArt {
  const { outline, width, height, widest, pieces, cutLength } = figures
  return { name, d: outline, width, height, pieces, cutLength, mirrored, ...(widest === undefined ? {} : { widest }) }
}

export const ARTWORK_FORM: ArtworkForm = {
  name: '',
  source: { kind: 'letters', text: '', face: 'plain', align: 'middle' },
  width: '60 mm',
  capital: '',
  polarity: 'shape',
  margin: '5 mm',
  through: false,
  cutBy: 'plotter',
  lotId: '',
  dwell: '',
  blankId: '',
  middle: '',
  fixes: [],
}
