import { z } from 'zod'
import { DWELL_SCHOOLS } from '#core/dwell'
import { AFTER_SCHOOLS } from '#core/recipe'
import type { HouseRules } from '#core/recipe'
import { parseLength, parseMoney } from '#core/units'
import { writtenField } from './fields'

const phone = z.string().trim().max(40, 'Keep the number under 40 characters.').regex(/^[\d+()\-\s/.]*$/, 'Write digits, spaces and + only.')
  .refine(text => text === '' || (text.match(/\d/g) ?? []).length >= 2, 'Write the whole number.')

export const studioSchema = z.object({
  name: z.string().trim().min(2, 'Write the studio\'s name.').max(80),
  emergencyNumber: phone,
  poisonNumber: phone,
  lengthUnit: z.enum(['mm', 'in']),
  school: z.enum(DWELL_SCHOOLS),
  after: z.enum(AFTER_SCHOOLS),
  border: writtenField(text => parseLength(text), mm => (mm < 3 ? 'Less than 3 mm of border lets cream round the edge.' : mm > 150 ? 'More than 150 mm of border is more than a sheet. Check the unit.' : null)),
  spare: writtenField(text => parseLength(text), mm => (mm > 100 ? 'More than 100 mm to trim is waste. Check the unit.' : null)),
  currency: z.string().trim().regex(/^[A-Z]{3}$/, 'Three capital letters, for example EUR.'),
  resistPrice: writtenField(parseMoney),
  consumables: writtenField(parseMoney),
  hourly: writtenField(parseMoney),
  version: z.number().int(),
})

export type StudioForm = z.input<typeof studioSchema>
export type StudioEntry = z.output<typeof studioSchema>

export interface Studio {
  name: string
  sample: boolean
  rules: HouseRules
  emergencyNumber: string
  poisonNumber: string
  version: number
}
