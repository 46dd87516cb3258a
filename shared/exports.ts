import { z } from 'zod'

/** One table in place of the whole studio; null where nothing is said. */
export const tableSchema = z.object({ table: z.string().max(60).nullish().transform(t => t || null) })

/** Tables that are worth a spreadsheet, as one calls them; docs/exports.md names all of them with what they hold. */
export const TABLES = [
  { id: 'run_event', text: 'Entries at the bench' },
  { id: 'run', text: 'Runs' },
  { id: 'judged', text: 'Judged pieces' },
  { id: 'job', text: 'Jobs' },
  { id: 'piece_set', text: 'Pieces of jobs' },
  { id: 'pass', text: 'Passes' },
  { id: 'customer', text: 'Customers' },
  { id: 'quote', text: 'Quotes' },
  { id: 'stock', text: 'Shelf: what there is' },
  { id: 'movement', text: 'Shelf: the ledger' },
  { id: 'lot', text: 'Bottles and bags' },
  { id: 'roll', text: 'Rolls of film' },
  { id: 'supply', text: 'Supplies' },
  { id: 'coupon', text: 'Coupons' },
  { id: 'blank', text: 'Blanks' },
  { id: 'artwork', text: 'Stencil art' },
  { id: 'stencil', text: 'Stencils that are used again' },
  { id: 'cut_sheet', text: 'Cut sheets' },
  { id: 'tub', text: 'Tubs' },
  { id: 'tub_event', text: 'Entries of tubs' },
  { id: 'container', text: 'Waste containers' },
  { id: 'container_event', text: 'Entries of waste containers' },
  { id: 'waste_rule', text: 'Rules for waste' },
  { id: 'day_plan', text: 'Planned days' },
  { id: 'day_close', text: 'Closed days' },
  { id: 'person', text: 'People' },
  { id: 'studio', text: 'House rules' },
] as const
export type TableId = (typeof TABLES)[number]['id']
