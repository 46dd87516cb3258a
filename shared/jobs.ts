import { z } from 'zod'
import { QUESTION_IDS, QUESTIONS } from '#core/trade/answers'
import type { QuestionId } from '#core/trade/answers'
import { BLAST_LOOKS } from '#core/plan/blast'
import type { BlastLook } from '#core/plan/blast'
import { COAT_TOOL_IDS } from '#core/plan/coat'
import type { CoatTool } from '#core/plan/coat'
import { SURFACES } from '#core/trade/compatibility'
import { SCHOOL_KEYS, SCHOOL_TABLES } from '#core/trade/house'
import type { Schools } from '#core/trade/house'
import { RESIST_IDS, SUBSTRATE_IDS, substrateKind } from '#core/trade/materials'
import { FINISHES } from '#core/plan/steps'
import { formatDuration, parseCount, parseDuration, parseFraction, parseTemperature } from '#core/basics/units'
import { uuidV7Schema } from './ids'
import { customerName } from './customers'
import { dayField, lengthField, optionalField, optionalLength, writtenField } from './fields'
import type { LengthUnit } from './fields'
import { clashIn, keepOutField, USUAL_BANDS, WHERE_FORM, whereShape } from './placements'
import type { Ground } from './placements'

/** A school chosen for this job, or '' for the house's. */
const schoolField = (key: keyof Schools) =>
  z.union([z.literal(''), z.enum(SCHOOL_TABLES[key].map(s => s.id) as [string, ...string[]], 'Choose one of these, or the house\'s.')])
const answerField = (id: QuestionId) =>
  z.union([
    z.literal(''),
    z.enum(QUESTIONS.find(q => q.id === id)!.options.map(o => o.id) as [string, ...string[]], 'Choose one of these.'),
  ])
/** Names of pieces as they are written: one a line, or parted by commas. */
export const readPieceNames = (text: string): string[] =>
  text
    .split(/[\n,;]/)
    .map(name => name.trim())
    .filter(name => name !== '')
const MOST_NAME = 40
const namesField = z
  .string()
  .max(4000, 'That is too much for names.')
  .transform((text, context): string[] => {
    const names = readPieceNames(text)
    const long = names.find(name => name.length > MOST_NAME)
    if (long === undefined) return names
    context.addIssue({ code: 'custom', message: `"${long.slice(0, 20)}…" is long for a name. Keep each under ${MOST_NAME} letters.` })
    return z.NEVER
  })
const lookIds = BLAST_LOOKS.map(l => l.id) as [BlastLook, ...BlastLook[]]

const length = (unit: LengthUnit, most: number, least = 3) =>
  lengthField(unit, (mm) => {
    if (mm === 0) return 'Zero is no size. Measure it again.'
    if (mm < least) return 'That is smaller than can be etched. Check the unit.'
    return mm > most ? 'That is larger than this bench takes. Check the unit.' : null
  })

/** Art at a place on each piece of a set. */
const placementShape = (unit: LengthUnit) => ({
  artworkId: z.union([z.literal('').transform(() => null), z.uuid('Choose a stencil, or none.')]),
  /** Of each piece, in their order, where they differ; '' for the common one. */
  artworkIds: z.array(z.union([z.literal('').transform(() => null), z.uuid('Choose a stencil, or none.')])).max(500).default([]),
  artWidth: length(unit, 3000),
  artHeight: length(unit, 3000),
  openFraction: writtenField(parseFraction, f => (f <= 0 ? 'Nothing is open, so nothing would be etched.' : null)),
  finest: optionalLength(unit, mm => (mm < 0.05 || mm > 100 ? 'The finest detail lies between 0.05 and 100 mm. Check the unit.' : null)),
  ...whereShape(unit),
})
export const placementSchema = (unit: LengthUnit) => z.object(placementShape(unit))
export const MOST_PLACEMENTS = 12

const headShape = {
  customer: customerName,
  dueOn: dayField,
  notes: z.string().max(2000, 'Keep the notes under 2000 letters.'),
}

/** Pieces of one kind: what they are, and what is asked of every one. */
const setShape = (unit: LengthUnit) => ({
  noun: z
    .string()
    .trim()
    .toLowerCase()
    .min(2, 'Write what one piece is called, for example tumbler.')
    .max(30, 'Keep it under 30 letters.'),
  pieces: writtenField(parseCount),
  names: namesField,
  surface: z.enum(SURFACES, 'Choose its shape.'),
  substrate: z.enum(SUBSTRATE_IDS, 'Choose what it is made of.'),
  blankId: z.union([z.literal('').transform(() => null), z.uuid('Choose a blank, or none.')]),
  height: length(unit, 3000),
  girth: length(unit, 6000, 20),
  answers: z.object(
    Object.fromEntries(QUESTION_IDS.map(id => [id, answerField(id)])) as Record<QuestionId, ReturnType<typeof answerField>>,
  ),
  oldLabel: z.boolean(),
  keepOut: keepOutField,
})

/** What is masked, etched, rinsed and dried together: what goes on each piece, under one resist, with one etchant and one dwell. */
const passShape = (unit: LengthUnit) => ({
  placements: z
    .array(placementSchema(unit))
    .min(1, 'Say what goes on it.')
    .max(MOST_PLACEMENTS, 'Twelve stencils on one piece are enough.'),
  border: optionalLength(unit, mm => (mm < 3 || mm > 150 ? 'A border is between 3 and 150 mm. Check the unit.' : null)),
  wholeFace: z.boolean(),
  face: z.enum(['front', 'back']),
  resist: z.enum(RESIST_IDS, 'Choose the resist.'),
  lotId: z.uuid('Choose what to etch with from the shelf.'),
  stencilId: z.union([z.literal('').transform(() => null), z.uuid('Choose a stencil, or none.')]),
  schools: z.object(
    Object.fromEntries(SCHOOL_KEYS.map(key => [key, schoolField(key)])) as Record<keyof Schools, ReturnType<typeof schoolField>>,
  ),
  ownBest: optionalField(parseDuration, s =>
    s < 10 ? 'Nothing is etched in under ten seconds. Check the unit.' : s > 7200 ? 'Over two hours is no dwell. Check the unit.' : null,
  ),
  temperature: optionalField(parseTemperature),
  coaters: z.enum(['1', '2'], 'One or two people.').transform(Number),
  tool: z.union([z.literal(''), z.enum(COAT_TOOL_IDS as [CoatTool, ...CoatTool[]], 'Choose a tool, or leave it to Crest.')]),
  tray: optionalField(parseCount, n => (n > 12 ? 'Nobody rubs more than a dozen at once.' : null)),
  depth: z.enum(['surface', 'deep']),
  carve: optionalLength(unit, mm => (mm < 0.1 || mm > 10 ? 'A carving is between 0.1 and 10 mm deep. Check the unit.' : null)),
  look: z.enum(lookIds, 'Choose its look.'),
  /** Of each piece, in their order, where they differ; '' for the common one. */
  looks: z.array(z.union([z.literal(''), z.enum(lookIds)])).max(500).default([]),
  finish: z.enum(FINISHES),
})

export type SetEntry = z.output<z.ZodObject<ReturnType<typeof setShape>>>
export type PassEntry = z.output<z.ZodObject<ReturnType<typeof passShape>>>
type Complain = (path: string[], message: string) => void

function checkNames({ names, pieces }: SetEntry, complain: Complain): void {
  if (names.length > pieces) complain(['names'], `That is ${names.length} names for ${pieces} pieces. Take some away, or count again.`)
}

function checkPass(set: SetEntry, pass: PassEntry, complain: Complain): void {
  const { dwellCap, name } = substrateKind(set.substrate)
  pass.placements.forEach(({ level, clear }, i) => {
    if (clear === null || clear < set.height) return
    const what = level === 'middle' ? 'The middle of the art lies above the piece. Measure from the base.' : 'That is off the piece.'
    complain(['placements', String(i), 'clear'], what)
  })
  if (pass.ownBest !== null && dwellCap !== null && pass.ownBest > dwellCap)
    complain(['ownBest'], `A ${name} is rinsed by ${formatDuration(dwellCap)}. Choose a shorter time.`)
}

/**
 * One pass of one set as it is typed in, with its job: all that a recipe is made from. Lengths without a unit are in the house unit.
 */
export const planSchema = (unit: LengthUnit) =>
  z.object({ ...headShape, ...setShape(unit), ...passShape(unit) }).superRefine((plan, context) => {
    const complain: Complain = (path, message) => context.addIssue({ code: 'custom', path, message })
    checkNames(plan, complain)
    checkPass(plan, plan, complain)
  })
export type PlanForm = z.input<ReturnType<typeof planSchema>>
export type PlanEntry = z.output<ReturnType<typeof planSchema>>
export type PlacementEntry = PlanEntry['placements'][number]

export const MOST_SETS = 8
export const MOST_PASSES = 6

/** A job as it is typed in: its sets, and the passes of each. The same schema checks the form and the request. */
export const jobSchema = (unit: LengthUnit) =>
  z
    .object({
      ...headShape,
      sets: z
        .array(
          z.object({
            id: uuidV7Schema,
            ...setShape(unit),
            passes: z
              .array(z.object({ id: uuidV7Schema, ...passShape(unit) }))
              .min(1, 'Say what goes on it.')
              .max(MOST_PASSES, 'Six passes are more than a piece stands.'),
          }),
        )
        .min(1, 'Say what is etched.')
        .max(MOST_SETS, 'Make it two jobs: eight kinds of piece are the most.'),
    })
    .superRefine((job, context) => {
      const twice = (ids: string[]) => new Set(ids).size < ids.length
      if (twice(job.sets.map(set => set.id)) || twice(job.sets.flatMap(set => set.passes.map(p => p.id))))
        context.addIssue({ code: 'custom', path: ['sets'], message: 'Two parts of this job have the same number. Reload the page.' })
      job.sets.forEach((set, i) => {
        checkNames(set, (path, message) => context.addIssue({ code: 'custom', path: ['sets', i, ...path], message }))
        set.passes.forEach((pass, k) =>
          checkPass(set, pass, (path, message) =>
            context.addIssue({ code: 'custom', path: ['sets', i, 'passes', k, ...path], message }),
          ),
        )
      })
    })
export type JobForm = z.input<ReturnType<typeof jobSchema>>
export type JobEntry = z.output<ReturnType<typeof jobSchema>>
export type SetForm = JobForm['sets'][number]
export type PassForm = SetForm['passes'][number]
export type PlacementForm = PassForm['placements'][number]

/** Art of which nothing is known yet, in the middle. */
export const BLANK_PLACEMENT: PlacementForm = {
  artworkId: '',
  artworkIds: [],
  artWidth: '',
  artHeight: '',
  openFraction: '',
  finest: '',
  ...WHERE_FORM,
}

/** A plan on which nothing has been written yet. */
export const BLANK_PLAN: PlanForm = {
  customer: '',
  dueOn: '',
  notes: '',
  noun: '',
  pieces: '',
  names: '',
  surface: 'cylinder',
  substrate: 'soda-lime',
  blankId: '',
  height: '',
  girth: '',
  placements: [BLANK_PLACEMENT],
  keepOut: USUAL_BANDS,
  border: '',
  wholeFace: false,
  face: 'front',
  resist: 'permanent-vinyl',
  lotId: '',
  stencilId: '',
  answers: { irreplaceable: '', food: '', lip: '', child: '' },
  schools: { dwell: '', care: '', weeding: '', after: '', rinsing: '', peel: '' },
  ownBest: '',
  temperature: '',
  coaters: '1',
  tool: '',
  tray: '',
  depth: 'surface',
  carve: '',
  look: 'graphics',
  looks: [],
  oldLabel: false,
  finish: 'none',
}

const HEAD_KEYS = Object.keys(headShape) as (keyof typeof headShape)[]
const SET_KEYS = Object.keys(setShape('mm')) as (keyof ReturnType<typeof setShape>)[]
const PASS_KEYS = Object.keys(passShape('mm')) as (keyof ReturnType<typeof passShape>)[]
const pick = <T extends object, K extends keyof T>(from: T, keys: readonly K[]) =>
  Object.fromEntries(keys.map(key => [key, from[key]])) as Pick<T, K>

/** Head, set and pass of a plan, each by itself. */
const headOf = <T extends PlanForm | PlanEntry>(plan: T) => pick(plan, HEAD_KEYS)
export const setOf = <T extends PlanForm | PlanEntry>(plan: T) => pick(plan, SET_KEYS)
export const passOf = <T extends PlanForm | PlanEntry>(plan: T) => pick(plan, PASS_KEYS)

/** A job of one set and one pass. @param ids of both, made by the client */
export const jobOf = (plan: PlanForm, ids: { set: string, pass: string }): JobForm => ({
  ...headOf(plan),
  sets: [{ id: ids.set, ...setOf(plan), passes: [{ id: ids.pass, ...passOf(plan) }] }],
})

/** One pass of a job, as one entry. @throws RangeError where there is none */
export function planIn(job: JobEntry, set: number, pass: number): PlanEntry {
  const [s, p] = [job.sets[set], job.sets[set]?.passes[pass]]
  if (!s || !p) throw new RangeError(`No pass ${pass} of set ${set}.`)
  return { ...pick(job, HEAD_KEYS), ...pick(s, SET_KEYS), ...pick(p, PASS_KEYS) }
}

/**
 * One pass of a form as one object that reads from it and writes to it: what is entered stands in its set or its pass.
 * @throws RangeError where there is none
 */
export function planWithin(job: JobForm, set: number, pass: number): PlanForm {
  const [s, p] = [job.sets[set], job.sets[set]?.passes[pass]]
  if (!s || !p) throw new RangeError(`No pass ${pass} of set ${set}.`)
  const plan = {}
  const through = <T extends object>(part: T, keys: readonly (keyof T)[]) => {
    for (const key of keys)
      Object.defineProperty(plan, key, { enumerable: true, get: () => part[key], set: (value: T[typeof key]) => (part[key] = value) })
  }
  through(job, HEAD_KEYS)
  through(s, SET_KEYS)
  through(p, PASS_KEYS)
  return plan as PlanForm
}

/** Where the fields of a pass stand in its job's errors: `height` of set 1 is `sets.0.height`. */
export function fieldAt(name: string, set: number, pass: number): string {
  const top = name.split('.')[0]!
  if ((HEAD_KEYS as string[]).includes(top)) return name
  return (SET_KEYS as string[]).includes(top) ? `sets.${set}.${name}` : `sets.${set}.passes.${pass}.${name}`
}

const PLACEMENT_KEYS = Object.keys(placementShape('mm')) as (keyof PlacementForm)[]

/**
 * Two passes after one another that could be one, by all that is written of them: they differ in nothing but their art, and none of it is
 * in the way of the other's. @returns what both would be; null where something parts them
 */
export function joined(a: PlanEntry, b: PlanEntry, ground: Ground, border: number): PlanEntry | null {
  const but = (plan: PlanEntry) => JSON.stringify({ ...passOf(plan), placements: null })
  const placements = [...a.placements, ...b.placements]
  if (but(a) !== but(b) || placements.length > MOST_PLACEMENTS) return null
  const both = { ...b, placements }
  return clashIn(both, ground, border) === null ? both : null
}

/** Parts of a plan whose one stencil is told with them: what says how large art is and where it goes becomes a placement. */
export function planOf(parts: Partial<PlanForm & PlacementForm>): Partial<PlanForm> {
  const art = pick(parts, PLACEMENT_KEYS.filter(key => key in parts))
  const rest = pick(parts, (Object.keys(parts) as (keyof PlanForm)[]).filter(key => !(PLACEMENT_KEYS as string[]).includes(key)))
  return Object.keys(art).length > 0 ? { ...rest, placements: [{ ...BLANK_PLACEMENT, ...art }] } : rest
}
