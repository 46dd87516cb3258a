import { z } from 'zod'
import { ETCHANT_KINDS } from '#core/materials'
import type { EtchantKindId } from '#core/materials'
import { parseDuration, parseMoney, parseVolume } from '#core/units'
import { dayField, writtenField } from './fields'

const kindIds = ETCHANT_KINDS.map(k => k.id) as [EtchantKindId, ...EtchantKindId[]]
const labelTime = writtenField(parseDuration, s => (s < 10 ? 'A label never asks for less than ten seconds. Check the unit.' : s > 7200 ? 'Over two hours is no cream\'s label. Check the unit.' : null))

/** Raw hydrofluoric acid is out of bounds, whatever it is called. */
const RAW_ACID = /hydrofluoric|\bhf\b(?!.*cream)|flusss|fluorhydr/i

export const bottleSchema = z.object({
  productName: z.string().trim().min(2, 'Write what the label calls it.').max(80, 'Keep it under 80 letters.')
    .refine(name => !RAW_ACID.test(name), 'Raw hydrofluoric acid has no place in a small studio. Crest does not plan with it: use a cream and its label.'),
  kind: z.enum(kindIds, 'Choose the kind.'),
  labelMin: labelTime,
  labelMax: labelTime,
  reusable: z.boolean(),
  openedOn: z.union([dayField, z.literal('')]),
  size: writtenField(parseVolume, ml => (ml < 1 ? 'A bottle holds at least 1 mL.' : null)),
  left: writtenField(parseVolume),
  price: writtenField(parseMoney),
  couponBest: z.union([z.literal('').transform(() => null), writtenField(parseDuration, s => (s < 5 ? 'Write at least five seconds.' : null))]),
}).superRefine((bottle, context) => {
  if (bottle.labelMax < bottle.labelMin) context.addIssue({ code: 'custom', path: ['labelMax'], message: 'The longest time can\'t be shorter than the shortest.' })
  if (bottle.left > bottle.size) context.addIssue({ code: 'custom', path: ['left'], message: 'More can\'t be left than the bottle holds.' })
})

export type BottleForm = z.input<typeof bottleSchema>
export type BottleEntry = z.output<typeof bottleSchema>

/** A bottle on the shelf; times in s, volumes in mL, price in the studio's currency. */
export interface Bottle {
  id: string
  productName: string
  kind: EtchantKindId
  labelMin: number
  labelMax: number
  reusable: boolean
  openedOn: string | null
  size: number
  left: number
  price: number
  couponBest: number | null
  putAway: boolean
  version: number
}
