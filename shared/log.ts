import { z } from 'zod'
import { FAULTS, LATE_TAG, RESULTS, tag, TAG_KINDS } from '#core/bench/run'
import { SCHOOL_TABLES } from '#core/trade/house'
import { RESIST_IDS, SUBSTRATE_IDS } from '#core/trade/materials'
import { idSchema } from './ids'
import { PERIODS } from './works'

const oneOf = <T extends string>(ids: readonly T[]) => z.enum(ids as [T, ...T[]]).optional().catch(undefined)

/** What of the log is asked for. Anything that can't be read is as if it were not asked. `before` is in ms. */
export const logSchema = z.object({
  q: z.string().max(100).catch(''),
  before: z.coerce.number().int().positive().max(Date.UTC(2100, 0)).optional().catch(undefined),
  id: idSchema.optional().catch(undefined),
  method: oneOf(['cream', 'liquid', 'blast']),
  substrate: oneOf(SUBSTRATE_IDS),
  resist: oneOf(RESIST_IDS),
  school: oneOf(SCHOOL_TABLES.dwell.map(s => s.id)),
  lot: z.uuid().optional().catch(undefined),
  person: z.uuid().optional().catch(undefined),
  fault: oneOf(FAULTS.map(f => f.id)),
  result: oneOf([...RESULTS, LATE_TAG]),
  period: oneOf(PERIODS.map(p => p.id)),
})
export type LogAsked = z.output<typeof logSchema>

/** What the log can be narrowed to, as a form holds it: '' is everything. */
export const LOG_FILTERS = ['period', 'result', 'fault', 'resist', 'substrate', 'method', 'school', 'lot', 'person'] as const
export type LogFilter = (typeof LOG_FILTERS)[number]

/** Tags that a run has to have. */
export function tagsAsked(asked: LogAsked): string[] {
  return TAG_KINDS.flatMap((kind) => {
    const id = asked[kind]
    return id === undefined ? [] : [id === LATE_TAG ? LATE_TAG : tag(kind, id)]
  })
}

const MOST_WORDS = 12
/**
 * A question of the log as PostgreSQL's full text reads it: each word has to begin a word of the run. '' asks for nothing. What has no
 * letter or figure in it is no word.
 */
export const fullText = (q: string): string =>
  q
    .toLowerCase()
    .split(/\s+/)
    .map(word => word.replace(/['\\:&|!()<>*]/g, ' ').trim())
    .filter(word => /[\p{L}\p{N}]/u.test(word))
    .slice(0, MOST_WORDS)
    .map(word => `'${word}':*`)
    .join(' & ')

/** Columns of the log as CSV, in their order; docs/exports.md says what is in each. */
export const LOG_COLUMNS = [
  'run', 'begun', 'finished', 'customer', 'what', 'piece', 'name', 'pass', 'stencil', 'method', 'substrate', 'resist', 'product', 'best_s',
  'dwell_s', 'first_part_s', 'late_by_s', 'came_out', 'faults', 'note', 'begun_by',
] as const
export type LogRow = Record<(typeof LOG_COLUMNS)[number], string>
