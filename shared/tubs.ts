import { z } from 'zod'
import { versionField } from './numbers'
import { READ_WAYS } from '#core/bench/tub'
import type { TubEntry } from '#core/bench/tub'
import { NEUTRALISER_IDS } from '#core/plan/tub'
import { WASTE_IDS } from '#core/trade/waste'
import type { WasteId } from '#core/trade/waste'
import { dayField } from './fields'
import { uuidV7Schema } from './ids'

/** A tub as it is filled. @property volume mL of water */
export const newTubSchema = z.object({
  id: uuidV7Schema,
  name: z.string().trim().min(2, 'Write which tub it is.').max(40, 'Keep it under 40 letters.'),
  volume: z.number().min(100, 'A tub holds at least 100 mL.').max(200_000, 'That is more than any tub here holds. Check the unit.'),
})
export type NewTub = z.output<typeof newTubSchema>

const head = { id: uuidV7Schema }
const grams = z.number().positive('Write how much went in.').max(50_000, 'That is more than a tub takes. Check the unit.')

/** What a person enters of a tub; what runs put in follows from the runs. */
export const tubEntrySchema = z.discriminatedUnion('kind', [
  z.strictObject({
    ...head,
    kind: z.literal('went-in'),
    lotId: z.uuid('Choose what it was.'),
    amount: z.number().positive('Write how much went in.').max(20_000, 'That is more than a tub takes. Check the unit.'),
  }),
  z.strictObject({ ...head, kind: z.literal('added'), what: z.enum([...NEUTRALISER_IDS, 'calcium-chloride']), grams }),
  z.strictObject({
    ...head,
    kind: z.literal('read'),
    pH: z.number().min(0, 'A pH lies between 0 and 14. Read the strip again.').max(14, 'A pH lies between 0 and 14. Read the strip again.'),
    how: z.enum(READ_WAYS),
    /** The strips are out of date, and whoever read one has been told. */
    anyway: z.boolean().optional(),
  }),
  z.strictObject({ ...head, kind: z.literal('still') }),
  z.strictObject({ ...head, kind: z.literal('emptied'), way: z.enum(['drain', 'container']), containerId: z.uuid().nullable() }),
  z.strictObject({ ...head, kind: z.literal('undone'), target: uuidV7Schema }),
])
export type SentTubEntry = z.output<typeof tubEntrySchema>
type WithoutId<E> = E extends SentTubEntry ? Omit<E, 'id'> : never
/** An entry as a form makes it; its id comes with the command that sends it. */
export type TubEntryDraft = WithoutId<SentTubEntry>

export interface Tub {
  id: string
  name: string
  /** mL of water */
  volume: number
  madeBy: string
  madeAt: string
  emptiedAt: string | null
  entries: TubEntry[]
  /** Runs that were rinsed in it. */
  runs: { id: string, subject: string, ended: boolean }[]
}

/** A container as it is set up. Amounts in mL, or g of what is dry. */
export const containerSchema = z.object({
  name: z.string().trim().min(2, 'Write what you call it.').max(60, 'Keep it under 60 letters.'),
  content: z.enum(WASTE_IDS, 'Choose what it is for.'),
  capacity: z.number().min(50, 'It holds at least 50.').max(1_000_000, 'That is larger than any container here. Check the unit.'),
  place: z.string().trim().max(60, 'Keep it under 60 letters.'),
  openedOn: dayField,
  fullBy: z.union([z.literal('').transform(() => null), dayField]),
})
export type ContainerEntry = z.output<typeof containerSchema>

/** Waste put into a container by hand. */
export const putInSchema = z.object({
  id: uuidV7Schema,
  kind: z.enum(WASTE_IDS, 'Choose what it is.'),
  amount: z.number().positive('Write how much.').max(1_000_000, 'That is more than any container holds. Check the unit.'),
  note: z.string().trim().max(200, 'Keep it under 200 letters.').default(''),
})
export type PutIn = z.output<typeof putInSchema>

/** A container leaves the studio. */
export const leaveSchema = z.object({
  leftOn: dayField,
  leftTo: z.string().trim().min(2, 'Write who took it.').max(120, 'Keep it under 120 letters.'),
  leftRule: z.string().trim().min(2, 'Write under which rule or order it went.').max(200, 'Keep it under 200 letters.'),
  version: versionField,
})
export type LeaveEntry = z.output<typeof leaveSchema>

export interface Container extends Omit<ContainerEntry, 'fullBy'> {
  id: string
  labelNo: number
  fullBy: string | null
  /** mL or g in it: the sum of what was put in. */
  level: number
  leftOn: string | null
  leftTo: string
  leftRule: string
  version: number
}

/** One thing that was put into a container. */
export interface ContainerLine {
  id: string
  kind: WasteId
  amount: number
  note: string
  tubId: string | null
  by: string
  at: string
}

/** What a lead writes down of a kind of waste. Empty words take the rule away again. */
export const wasteRuleSchema = z.object({
  way: z.enum(['drain', 'collect'], 'Choose one.'),
  words: z.string().trim().min(4, 'Write what the rule says.').max(400, 'Keep it under 400 letters.'),
  source: z.string().trim().min(4, 'Write where it says so: a letter, a permit, a page.').max(200, 'Keep it under 200 letters.'),
})
export type WasteRuleEntry = z.output<typeof wasteRuleSchema>
