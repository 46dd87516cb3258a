import { z } from 'zod'
import { QUESTION_IDS, QUESTIONS } from '#core/trade/answers'
import type { Answers, QuestionId } from '#core/trade/answers'
import { BLAST_LOOKS } from '#core/plan/blast'
import type { BlastLook } from '#core/plan/blast'
import { COAT_TOOL_IDS } from '#core/plan/coat'
import type { CoatTool } from '#core/plan/coat'
import { SURFACES } from '#core/trade/compatibility'
import type { Surface } from '#core/trade/compatibility'
import { SCHOOL_KEYS, SCHOOL_TABLES } from '#core/trade/house'
import type { Schools } from '#core/trade/house'
import { RESIST_IDS, SUBSTRATE_IDS, substrateKind } from '#core/trade/materials'
import type { ResistId, SubstrateId } from '#core/trade/materials'
import { FINISHES } from '#core/plan/steps'
import type { Finish } from '#core/plan/steps'
import { formatDuration, parseCount, parseDuration, parseFraction, parseTemperature } from '#core/basics/units'
import type { PlannedWall } from './blanks'
import { dayField, lengthField, optionalField, optionalLength, writtenField } from './fields'
import type { LengthUnit } from './fields'

/** A school chosen for this job, or '' for the house's. */
const schoolField = (key: keyof Schools) =>
  z.union([z.literal(''), z.enum(SCHOOL_TABLES[key].map(s => s.id) as [string, ...string[]], 'Choose one of these, or the house\'s.')])
const answerField = (id: QuestionId) =>
  z.union([
    z.literal(''),
    z.enum(QUESTIONS.find(q => q.id === id)!.options.map(o => o.id) as [string, ...string[]], 'Choose one of these.'),
  ])
const lookIds = BLAST_LOOKS.map(l => l.id) as [BlastLook, ...BlastLook[]]

/**
 * The plan of a job as it is typed in. Lengths without a unit are in the house unit.
 * The same schema checks the form and the request.
 */
export function jobSchema(unit: LengthUnit) {
  const length = (most: number, least = 3) =>
    lengthField(unit, (mm) => {
      if (mm === 0) return 'Zero is no size. Measure it again.'
      if (mm < least) return 'That is smaller than can be etched. Check the unit.'
      return mm > most ? 'That is larger than this bench takes. Check the unit.' : null
    })
  return z
    .object({
      customer: z.string().trim().min(1, 'Enter the customer.').max(80, 'Keep it under 80 letters.'),
      dueOn: dayField,
      notes: z.string().max(2000, 'Keep the notes under 2000 letters.'),
      noun: z
        .string()
        .trim()
        .toLowerCase()
        .min(2, 'Write what one piece is called, for example tumbler.')
        .max(30, 'Keep it under 30 letters.'),
      pieces: writtenField(parseCount),
      surface: z.enum(SURFACES, 'Choose its shape.'),
      substrate: z.enum(SUBSTRATE_IDS, 'Choose what it is made of.'),
      blankId: z.union([z.literal('').transform(() => null), z.uuid('Choose a blank, or none.')]),
      height: length(3000),
      girth: length(6000, 20),
      artWidth: length(3000),
      artHeight: length(3000),
      openFraction: writtenField(parseFraction, f => (f <= 0 ? 'Nothing is open, so nothing would be etched.' : null)),
      artMiddle: optionalLength(unit, mm =>
        mm < 3 || mm > 3000 ? 'That lies off the piece. Measure from the base to the middle of the art.' : null,
      ),
      finest: optionalLength(unit, mm =>
        mm < 0.05 || mm > 100 ? 'The finest detail lies between 0.05 and 100 mm. Check the unit.' : null,
      ),
      border: optionalLength(unit, mm => (mm < 3 || mm > 150 ? 'A border is between 3 and 150 mm. Check the unit.' : null)),
      wholeFace: z.boolean(),
      face: z.enum(['front', 'back']),
      resist: z.enum(RESIST_IDS, 'Choose the resist.'),
      lotId: z.uuid('Choose what to etch with from the shelf.'),
      artworkId: z.union([z.literal('').transform(() => null), z.uuid('Choose a stencil, or none.')]),
      stencilId: z.union([z.literal('').transform(() => null), z.uuid('Choose a stencil, or none.')]),
      answers: z.object(
        Object.fromEntries(QUESTION_IDS.map(id => [id, answerField(id)])) as Record<QuestionId, ReturnType<typeof answerField>>,
      ),
      schools: z.object(
        Object.fromEntries(SCHOOL_KEYS.map(key => [key, schoolField(key)])) as Record<keyof Schools, ReturnType<typeof schoolField>>,
      ),
      ownBest: optionalField(parseDuration, s =>
        s < 10
          ? 'Nothing is etched in under ten seconds. Check the unit.'
          : s > 7200
            ? 'Over two hours is no dwell. Check the unit.'
            : null,
      ),
      temperature: optionalField(parseTemperature),
      coaters: z.enum(['1', '2'], 'One or two people.').transform(Number),
      tool: z.union([z.literal(''), z.enum(COAT_TOOL_IDS as [CoatTool, ...CoatTool[]], 'Choose a tool, or leave it to Crest.')]),
      tray: optionalField(parseCount, n => (n > 12 ? 'Nobody rubs more than a dozen at once.' : null)),
      depth: z.enum(['surface', 'deep']),
      carve: optionalLength(unit, mm => (mm < 0.1 || mm > 10 ? 'A carving is between 0.1 and 10 mm deep. Check the unit.' : null)),
      look: z.enum(lookIds, 'Choose its look.'),
      oldLabel: z.boolean(),
      finish: z.enum(FINISHES),
    })
    .superRefine((job, context) => {
      const complain = (path: string, message: string) => context.addIssue({ code: 'custom', path: [path], message })
      const { dwellCap, name } = substrateKind(job.substrate)
      if (job.artMiddle !== null && job.artMiddle >= job.height)
        complain('artMiddle', 'The middle of the art lies above the piece. Measure from the base.')
      if (job.ownBest !== null && dwellCap !== null && job.ownBest > dwellCap)
        complain('ownBest', `A ${name} is rinsed by ${formatDuration(dwellCap)}. Choose a shorter time.`)
    })
}

export type JobForm = z.input<ReturnType<typeof jobSchema>>
export type JobEntry = z.output<ReturnType<typeof jobSchema>>

/** Outline of a stencil's art, mm, to draw it on a piece: path data of straight lines. */
export interface PlannedArt {
  d: string
  width: number
  height: number
  /** Across the largest circle in one opening, mm; art from before it was measured has none. */
  widest?: number
  /** Parts to weed, and mm to cut: how long weeding takes. */
  pieces?: number
  cutLength?: number
  /** Cut mirrored, to be read through the glass; art from before this was kept does not say. */
  mirrored?: boolean
}

export type JobStatus = 'planned' | 'running' | 'done' | 'dropped'

/** What else a plan says, kept together: it grows with the trade. */
export interface JobDetails {
  /** Middle of the art above the base, mm; null: half way up. */
  artMiddle: number | null
  finest: number | null
  ownBest: number | null
  temperature: number | null
  coaters: number
  /** Border of resist, mm; null: the house's. */
  border: number | null
  wholeFace: boolean
  /** Side of a pane that is etched. */
  face: 'front' | 'back'
  /** '': as Crest suggests by area. */
  tool: CoatTool | ''
  /** Pieces of metal side by side on one tray; null: as Crest suggests. */
  tray: number | null
  depth: 'surface' | 'deep'
  /** Depth of a carving, mm; null: the usual. */
  carve: number | null
  look: BlastLook
  oldLabel: boolean
  finish: Finish
  /** Lead who decided that frost runs up to the rim; null where nobody did. */
  rimBy: string | null
}

/** A job; lengths in mm. `entered` holds the readings as written. */
export interface Job extends JobDetails {
  id: string
  customer: string
  dueOn: string
  notes: string
  noun: string
  pieces: number
  surface: Surface
  substrate: SubstrateId
  height: number
  /** Way round, or width of a flat piece. */
  girth: number
  artWidth: number
  artHeight: number
  openFraction: number
  resist: ResistId
  lotId: string
  artworkId: string | null
  stencilId: string | null
  blankId: string | null
  /** The blank's wall as it was measured when this was planned. */
  wall: PlannedWall | null
  /** The outline of the art that it was planned with. */
  art: PlannedArt | null
  answers: Answers
  /** Schools chosen for this job; '' for the house's. */
  schools: Record<keyof Schools, string>
  entered: JobForm
  status: JobStatus
  createdBy: string
  createdAt: string
  version: number
}

/** A plan on which nothing has been written yet. */
export const BLANK_JOB: JobForm = {
  customer: '',
  dueOn: '',
  notes: '',
  noun: '',
  pieces: '',
  surface: 'cylinder',
  substrate: 'soda-lime',
  blankId: '',
  height: '',
  girth: '',
  artWidth: '',
  artHeight: '',
  openFraction: '',
  artMiddle: '',
  finest: '',
  border: '',
  wholeFace: false,
  face: 'front',
  resist: 'permanent-vinyl',
  lotId: '',
  artworkId: '',
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
  oldLabel: false,
  finish: 'none',
}
