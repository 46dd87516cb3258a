import { z } from 'zod'
import { DWELL_SCHOOLS } from '#core/dwell'
import { RESISTS, SUBSTRATES } from '#core/materials'
import type { ResistId, SubstrateId } from '#core/materials'
import type { DwellSchool } from '#core/dwell'
import { parseCount, parseFraction, parseLength } from '#core/units'
import { dayField, writtenField } from './fields'

const resistIds = RESISTS.map(r => r.id) as [ResistId, ...ResistId[]]
const substrateIds = SUBSTRATES.map(s => s.id) as [SubstrateId, ...SubstrateId[]]

/**
 * The plan of a job as it is typed in. Lengths without a unit are in the house unit.
 * The same schema checks the form and the request.
 */
export function jobSchema(unit: 'mm' | 'in') {
  const length = (most: number, least = 3) => writtenField(text => parseLength(text, unit), (mm) => {
    if (mm < least) return 'That is smaller than can be etched. Check the unit.'
    return mm > most ? 'That is larger than this bench takes. Check the unit.' : null
  })
  return z.object({
    customer: z.string().trim().min(1, 'Write whom it is for.').max(80, 'Keep it under 80 letters.'),
    dueOn: dayField,
    notes: z.string().max(2000, 'Keep the notes under 2000 letters.'),
    noun: z.string().trim().toLowerCase().min(2, 'Write what one piece is called, for example tumbler.').max(30, 'Keep it under 30 letters.'),
    pieces: writtenField(parseCount),
    substrate: z.enum(substrateIds, 'Choose the glass.'),
    height: length(3000),
    girth: length(6000, 20),
    artWidth: length(3000),
    artHeight: length(3000),
    openFraction: writtenField(parseFraction, f => (f <= 0 ? 'Nothing is open, so nothing would be etched.' : null)),
    resist: z.enum(resistIds, 'Choose the resist.'),
    school: z.enum(DWELL_SCHOOLS, 'Choose how the dwell is timed.'),
    bottleId: z.uuid('Choose a bottle from the shelf.'),
  })
}

export type JobForm = z.input<ReturnType<typeof jobSchema>>
export type JobEntry = z.output<ReturnType<typeof jobSchema>>

export type JobStatus = 'planned' | 'running' | 'done' | 'dropped'

/** A job; lengths in mm. `entered` holds the readings as written. */
export interface Job {
  id: string
  customer: string
  dueOn: string
  notes: string
  noun: string
  pieces: number
  substrate: SubstrateId
  height: number
  girth: number
  artWidth: number
  artHeight: number
  openFraction: number
  resist: ResistId
  school: DwellSchool
  bottleId: string
  entered: JobForm
  status: JobStatus
  createdBy: string
  createdAt: string
  version: number
}
