import { z } from 'zod'
import { SUBSTRATE_IDS } from '#core/materials'
import type { SubstrateId } from '#core/materials'
import { parseLength } from '#core/units'
import { measuredWall } from '#core/vessel'
import type { GirthReading, HeightKind } from '#core/vessel'
import { writtenField } from './fields'

/** A blank as it is measured: two to twelve girths, each at its height. Lengths without a unit are in the house unit. */
export function blankSchema(unit: 'mm' | 'in') {
  const reading = z.object({
    height: writtenField(text => (/^\s*0+\s*$/.test(text) ? { ok: true, value: 0 } : parseLength(text, unit)), mm => (mm > 3000 ? 'That is taller than this bench takes. Check the unit.' : null)),
    girth: writtenField(text => parseLength(text, unit), mm => (mm < 20 ? 'That is thinner than a finger. Check the unit.' : mm > 6000 ? 'That is larger than this bench takes. Check the unit.' : null)),
  })
  return z.object({
    name: z.string().trim().min(2, 'Write what you call it.').max(60, 'Keep it under 60 letters.'),
    noun: z.string().trim().toLowerCase().min(2, 'Write what one piece is called, for example tumbler.').max(30, 'Keep it under 30 letters.'),
    substrate: z.enum(SUBSTRATE_IDS, 'Choose what it is made of.'),
    heightKind: z.enum(['vertical', 'side']),
    readings: z.array(reading).min(2, 'Read two girths at two heights or more.').max(12, 'Twelve readings are enough for any wall.'),
  }).superRefine((blank, context) => {
    try {
      measuredWall(blank.readings, blank.heightKind)
    }
    catch (error) {
      context.addIssue({ code: 'custom', path: ['readings'], message: (error as Error).message })
    }
  })
}

export type BlankForm = z.input<ReturnType<typeof blankSchema>>
export type BlankEntry = z.output<ReturnType<typeof blankSchema>>

/** A blank of the library; lengths in mm. */
export interface Blank {
  id: string
  name: string
  noun: string
  substrate: SubstrateId
  heightKind: HeightKind
  readings: GirthReading[]
  entered: BlankForm
  putAway: boolean
  version: number
}

/** The wall that a job was planned on, and where on it the middle of the art sits, mm above the base. */
export interface PlannedWall {
  kind: HeightKind
  readings: GirthReading[]
  middle: number
}

/** Where a job's art sits on a blank: at the height that was given, else half way up. */
export function plannedWall(blank: Pick<Blank, 'heightKind' | 'readings'>, job: { artMiddle: number | null }): PlannedWall {
  const wall = measuredWall(blank.readings, blank.heightKind)
  return { kind: blank.heightKind, readings: blank.readings, middle: job.artMiddle ?? (wall.from + wall.to) / 2 }
}

export const BLANK_FORM: BlankForm = { name: '', noun: '', substrate: 'soda-lime', heightKind: 'vertical', readings: [{ height: '0', girth: '' }, { height: '', girth: '' }] }
