import { z } from 'zod'
import { countField } from './numbers'
import { GAPS, MEETINGS, ORNAMENTS, SHAPES, SIDES } from '#core/art/compose'
import { ART_LIMITS, FACES, LINE_GAP } from '#core/art/drawing'
import type { FaceId } from '#core/art/drawing'
import { CUTTING_WAYS } from '#core/art/art-report'
import type { ArtFigures, CuttingWay, Fix } from '#core/art/art-report'
import { parseDuration } from '#core/basics/units'
import type { PlannedArt } from './passes'
import { lengthField, numberField, optionalField, optionalLength, signedLength } from './fields'
import type { LengthUnit } from './fields'

const drawingShape = {
  file: z.string().max(120),
  traced: z.boolean(),
  text: z.string().max(ART_LIMITS.size, 'The drawing is too large. Simplify its paths and load it again.'),
}
const letterShape = {
  text: z.string().max(400, 'Keep it under 400 letters.'),
  /** One that ships with Crest, or one of the studio's own by its id. */
  face: z.union([z.enum(FACES.map(f => f.id) as [FaceId, ...FaceId[]]), z.uuid('Choose the letters.')]),
  align: z.enum(['left', 'middle', 'right']),
  /** Beside what the face leaves between letters, % of a capital's height. */
  spacing: numberField(-50, 300, 0).transform(percent => percent / 100),
  /** Base line to base line, in capitals. */
  lineGap: numberField(0.8, 6, LINE_GAP),
  /** Degrees that the longest line is bent over; negative: like a bowl. */
  arc: numberField(-300, 300, 0),
}
const ids = <T extends string>(all: readonly { id: T }[]) => all.map(x => x.id) as [T, ...T[]]

/** One of several things that a stencil is composed of. Lengths without a unit are in the house unit. */
function partSchema(unit: LengthUnit) {
  const side = lengthField(unit, mm => (mm < 1 || mm > 3000 ? 'A part is between 1 and 3000 mm. Check the unit.' : null))
  const clear = lengthField(unit, mm => (mm > 500 ? 'That is more than 500 mm. Check the unit.' : null))
  const what = z.discriminatedUnion('kind', [
    z.object({
      kind: z.literal('letters'),
      ...letterShape,
      width: side,
      capital: optionalLength(unit, mm => (mm < 1 || mm > 1000 ? 'A capital is between 1 and 1000 mm tall.' : null)),
    }),
    z.object({ kind: z.literal('drawing'), ...drawingShape, width: side }),
    z.object({
      kind: z.literal('shape'),
      shape: z.enum(ids(SHAPES)),
      width: side,
      height: side,
      line: lengthField(unit, mm => (mm < 0.1 || mm > 100 ? 'A line is between 0.1 and 100 mm. Check the unit.' : null)),
    }),
    z.object({ kind: z.literal('ornament'), ornament: z.enum(ids(ORNAMENTS)), width: side }),
  ])
  return z.object({
    what,
    /** Its shape, or the panel round it with the shape left out. */
    polarity: z.enum(['shape', 'background']).default('shape'),
    /** How far the panel goes beyond the shape on each side, mm. */
    panel: clear.default(2),
    against: z.number().int().min(0).max(MOST_PARTS).nullable(),
    side: z.enum(SIDES),
    gap: clear,
    right: signedLength(unit, 3000),
    up: signedLength(unit, 3000),
    how: z.enum(MEETINGS),
    margin: clear,
    follow: z.enum(GAPS),
    /** Its letters are those of each name, where a list of names is set. */
    named: z.boolean(),
  })
}
export const MOST_PARTS = 12

/** Where the art comes from. An SVG is kept as it was loaded and read anew each time; its markup never reaches a page. */
const sourceSchema = (unit: LengthUnit) =>
  z.discriminatedUnion('kind', [
    z.object({ kind: z.literal('svg'), ...drawingShape }),
    z.object({ kind: z.literal('letters'), ...letterShape }),
    z.object({
      kind: z.literal('parts'),
      parts: z
        .array(partSchema(unit))
        .min(1, 'Add a part.')
        .max(MOST_PARTS, 'Twelve parts are the most. Draw it and load the drawing.')
        .superRefine((parts, context) =>
          parts.forEach((p, i) => {
            if (p.against !== null && p.against >= i)
              context.addIssue({ code: 'custom', path: [i, 'against'], message: 'Choose a part that comes before it.' })
          }),
        ),
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
  pieces: countField.min(1),
  islands: countField,
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
      name: z.string().trim().min(1, 'Write what it shows.').max(60, 'Keep it under 60 letters.'),
      source: sourceSchema(unit),
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
      const empty = (what: { kind: string, text?: string }, path: (string | number)[]) => {
        if (what.text === undefined || what.text.trim() !== '') return
        const message
          = what.kind === 'letters' ? 'Write the letters that are to be etched.' : 'The file is empty. Save the drawing again as SVG.'
        context.addIssue({ code: 'custom', path, message })
      }
      if (art.source.kind !== 'parts') empty(art.source, ['source', 'text'])
      else art.source.parts.forEach(({ what }, i) => empty(what, ['source', 'parts', i, 'what', 'text']))
    })
}

export type ArtworkForm = z.input<ReturnType<typeof artworkSchema>>
export type ArtworkEntry = z.output<ReturnType<typeof artworkSchema>>
export type ArtSource = ArtworkEntry['source']
export type ArtSourceForm = ArtworkForm['source']
export type PartsForm = Extract<ArtSourceForm, { kind: 'parts' }>
export type PartForm = PartsForm['parts'][number]

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
  const { outline, width, height, widest, pieces, cutLength, narrowestBridge: bridge } = figures
  return {
    name, d: outline, width, height, pieces, cutLength, mirrored,
    ...(widest === undefined ? {} : { widest }),
    ...(bridge === null ? {} : { bridge }),
  }
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

const PART: Omit<PartForm, 'what'> = {
  polarity: 'shape',
  panel: '2 mm',
  against: null,
  side: 'centre',
  gap: '3 mm',
  right: '',
  up: '',
  how: 'join',
  margin: '2 mm',
  follow: 'outline',
  named: false,
}
export const PART_FORMS: Record<PartForm['what']['kind'], () => PartForm['what']> = {
  letters: () => ({ kind: 'letters', text: '', face: 'plain', align: 'middle', width: '60 mm', capital: '' }),
  ornament: () => ({ kind: 'ornament', ornament: 'anchor', width: '25 mm' }),
  shape: () => ({ kind: 'shape', shape: 'frame', width: '60 mm', height: '30 mm', line: '1 mm' }),
  drawing: () => ({ kind: 'drawing', file: '', traced: false, text: '', width: '40 mm' }),
}
/** What a part is called: its letters, what it shows, or its file. @param i from 0 */
export function partName({ what }: PartForm, i: number): string {
  const plain = `part ${i + 1}`
  switch (what.kind) {
    case 'letters':
      return what.text.trim().replace(/\s+/g, ' ') || plain
    case 'ornament':
      return ORNAMENTS.find(o => o.id === what.ornament)!.text.toLowerCase()
    case 'shape':
      return SHAPES.find(s => s.id === what.shape)!.text.toLowerCase()
    case 'drawing':
      return what.file || plain
  }
}
/** A further part: below the last one that is there. @param n parts that are there */
export const newPart = (kind: PartForm['what']['kind'], n: number): PartForm => ({
  ...PART,
  what: PART_FORMS[kind](),
  ...(n > 0 ? { against: n - 1, side: 'below' as const } : {}),
})

const lettering = (text: string, change: object = {}): PartForm['what'] =>
  ({ ...PART_FORMS.letters(), text, ...change }) as PartForm['what']
const ornament = (id: (typeof ORNAMENTS)[number]['id'], width: string): PartForm['what'] => ({ kind: 'ornament', ornament: id, width })

/** Compositions to begin with, so that nobody begins with nothing. */
export const STARTERS: { id: string, text: string, parts: () => PartForm[] }[] = [
  {
    id: 'split-letter',
    text: 'A name in a split letter',
    parts: () => [
      { ...PART, what: lettering('A', { face: 'serif', capital: '60 mm', width: '90 mm' }) },
      {
        ...PART,
        what: lettering('Name', { capital: '9 mm', width: '55 mm' }),
        against: 0,
        how: 'room',
        follow: 'band',
        named: true,
      },
    ],
  },
  {
    id: 'ornament-lines',
    text: 'An ornament over two lines',
    parts: () => [
      { ...PART, what: ornament('anchor', '25 mm') },
      { ...PART, what: lettering('Harbour\n1924', { capital: '7 mm' }), against: 0, side: 'below', gap: '5 mm' },
    ],
  },
  {
    id: 'framed-date',
    text: 'A date in a frame',
    parts: () => [
      { ...PART, what: { kind: 'shape', shape: 'double-frame', width: '70 mm', height: '26 mm', line: '1.6 mm' } },
      { ...PART, what: lettering('14 June 2031', { capital: '8 mm', width: '54 mm' }), against: 0 },
    ],
  },
  {
    id: 'name-waves',
    text: 'A name between waves',
    parts: () => [
      { ...PART, what: lettering('Name', { face: 'script', capital: '14 mm', width: '70 mm' }), named: true },
      { ...PART, what: ornament('wave', '60 mm'), against: 0, side: 'above', gap: '4 mm' },
      { ...PART, what: ornament('wave', '60 mm'), against: 0, side: 'below', gap: '4 mm' },
    ],
  },
]

type LettersForm = Extract<ArtSourceForm, { kind: 'letters' }>
type PartLetters = Extract<PartForm['what'], { kind: 'letters' }>

/** The letters that a list of names goes into, with their size: alone, or the part of a composition that is the name. Null for none. */
export function namedLetters({ source, width, capital }: Pick<ArtworkForm, 'source' | 'width' | 'capital'>): PartLetters | null {
  if (source.kind === 'letters') return { ...source, width, capital }
  const what = source.kind === 'parts' ? source.parts.find(p => p.named && p.what.kind === 'letters')?.what : undefined
  return what?.kind === 'letters' ? what : null
}

/** The same stencil with other letters for names. @param size of letters that stand alone is that of the stencil */
function withLetters(form: ArtworkForm, change: Partial<PartLetters>): ArtworkForm {
  const { source } = form
  if (source.kind === 'letters') {
    const { width = form.width, capital = form.capital, ...letters } = change
    return { ...form, width, capital, source: { ...source, ...letters } as LettersForm }
  }
  if (source.kind !== 'parts') return form
  const parts = source.parts.map(p => (p.named && p.what.kind === 'letters' ? { ...p, what: { ...p.what, ...change } } : p))
  return { ...form, source: { ...source, parts } }
}

/** The same stencil with another name in it, called by that name. */
export const withName = (form: ArtworkForm, text: string): ArtworkForm => ({
  ...withLetters(form, { text }),
  name: text.replace(/\n/g, ' ').slice(0, 60),
})

/** The same stencil with capitals of this height in the letters for names. */
export const withCapital = (form: ArtworkForm, capital: string): ArtworkForm => withLetters(form, { capital })

/** Height of capitals at which letters are tried for their proportions, mm, and room that no name fills. */
export const TRIED = { capital: 20, width: 3000 }

/** The letters that a list of names goes into, as a stencil of their own with capitals of {@link TRIED} size; null where there are none. */
export function triedLetters(form: ArtworkForm): ArtworkForm | null {
  const letters = namedLetters(form)
  if (!letters) return null
  const { width: _, capital: __, ...source } = letters
  const size = { width: `${TRIED.width} mm`, capital: `${TRIED.capital} mm` }
  return { ...form, ...size, source, polarity: 'shape', through: false, fixes: [] }
}

/** What somebody wrote in a form. The width of what is composed follows from its parts, and changes when they are looked at. */
const written = (form: ArtworkForm): ArtworkForm => (form.source.kind === 'parts' ? { ...form, width: '' } : form)

/** Whether one form says the same as another. */
export const sameForm = (a: ArtworkForm, b: ArtworkForm): boolean => JSON.stringify(written(a)) === JSON.stringify(written(b))

/** What a list of names is set by, as a key: all that was written but what the stencil is called, since each is called by its name. */
export const setBy = (form: ArtworkForm): string => JSON.stringify({ ...written(form), name: '' })

/** The same stencil whose letters say something else where they said `from`. */
export function withText(form: ArtworkForm, from: string, to: string): ArtworkForm {
  const { source } = form
  const said = <T extends { text: string }>(what: T): T => (what.text.trim() === from.trim() ? { ...what, text: to } : what)
  if (source.kind === 'letters') return { ...form, source: said(source) }
  if (source.kind !== 'parts') return form
  const parts = source.parts.map(p => (p.what.kind === 'letters' ? { ...p, what: said(p.what) } : p))
  return { ...form, source: { ...source, parts } }
}
