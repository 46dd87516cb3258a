import { z } from 'zod'
import type { CloseLine, CloseMarks, Exposure, FilterHours } from '#core/crew/close'
import { dayField } from './fields'
import { uuidV7Schema } from './ids'

/** A day is closed. `after`: the closing that was there when the page was opened; null: none. */
export const closeSchema = z.object({
  id: uuidV7Schema,
  day: dayField,
  marks: z.record(z.string().max(80), z.enum(['done', 'left'])).refine(m => Object.keys(m).length <= 300, 'That is more than a day holds.'),
  note: z.string().trim().max(1000, 'Keep it under 1000 letters.').default(''),
  after: z.uuid().nullable(),
})
export type CloseEntry = z.output<typeof closeSchema>

export interface Closing {
  id: string
  day: string
  marks: CloseMarks
  note: string
  by: string
  at: string
}

/** A day as its end looks at it. */
export interface DayEnd {
  day: string
  lines: CloseLine[]
  exposures: Exposure[]
  /** The cabinet's filter, and the respirator filters that people have put on. */
  filters: FilterHours[]
  /** The latest closing of this day. */
  closing: Closing | null
  /** Lines that were left at the closing before and are still open. */
  left: (CloseLine & { since: string })[]
}
