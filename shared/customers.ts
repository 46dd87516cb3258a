import { z } from 'zod'
import type { JobForm } from './jobs'

/** What is in the place of a name that was erased. */
export const ERASED = 'Erased customer'

export const customerName = z
  .string()
  .trim()
  .min(1, 'Enter the customer.')
  .max(80, 'Keep it under 80 letters.')
  .refine(name => name.toLowerCase() !== ERASED.toLowerCase(), 'That stands for customers who were erased. Write whose it is.')

export const customerSchema = z.object({
  name: customerName,
  email: z.union([z.literal(''), z.email('Write it like name@example.org, or leave it blank.')]),
  phone: z
    .string()
    .trim()
    .max(40, 'Keep the number under 40 characters.')
    .regex(/^[\d+()\-\s/.]*$/, 'Write digits, spaces and + only.'),
  address: z.string().trim().max(300, 'Keep the address under 300 letters.'),
  likes: z.string().trim().max(1000, 'Keep it under 1000 letters.'),
})
export type CustomerForm = z.input<typeof customerSchema>
export type CustomerEntry = z.output<typeof customerSchema>

export interface Customer extends CustomerEntry {
  id: string
  erased: boolean
  version: number
  jobs: number
  /** Of them not yet done. */
  open: number
  /** Day that the latest job is due; null without jobs. */
  lastDue: string | null
  /** The job that was planned last; null without jobs. */
  lastJob: { id: string, sets: { pieces: number, noun: string }[] } | null
}

/** One job of a customer. */
export interface CustomerJob {
  id: string
  dueOn: string
  what: string
  status: 'planned' | 'running' | 'done' | 'dropped'
}

/** All that is kept of a customer, for them to take along. */
export interface CustomerExport {
  format: 'crest-customer'
  version: 1
  writtenAt: string
  customer: CustomerEntry & { id: string }
  jobs: { id: string, dueOn: string, createdAt: string, form: JobForm, finishedRuns: { endedAt: string, good: number, scrap: number }[] }[]
}
