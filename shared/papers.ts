import { z } from 'zod'
import { uuidV7Schema } from './ids'

export const PAPER_KINDS = [
  { id: 'data-sheet', text: 'Safety data sheet' },
  { id: 'label', text: 'Label' },
  { id: 'waste', text: 'Paper of waste that left' },
] as const
export type PaperKind = (typeof PAPER_KINDS)[number]['id']

/** What a PDF is, in the query beside its bytes. It belongs to a product or to a container. */
export const paperHeadSchema = z
  .object({
    id: uuidV7Schema,
    kind: z.enum(['data-sheet', 'label', 'waste']),
    name: z.string().trim().min(1, 'A file has a name.').max(120, 'Keep the name under 120 letters.'),
    product: z.string().trim().max(80).optional(),
    container: z.uuid().optional(),
  })
  .refine(p => (p.product === undefined) !== (p.container === undefined), 'A paper belongs to a product or to a container.')
export type PaperHead = z.output<typeof paperHeadSchema>

export interface Paper {
  id: string
  kind: PaperKind
  name: string
  by: string
  at: string
}

/** Bytes that a paper may have. */
export const MOST_PAPER = 10_000_000
