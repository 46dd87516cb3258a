import { z } from 'zod'
import { FAULTS, LATE_TAG, RESULTS, tag, TAG_KINDS } from '#core/bench/run'
import { SCHOOL_TABLES } from '#core/trade/house'
import { RESIST_IDS, SUBSTRATE_IDS } from '#core/trade/materials'
import { idSchema, uuidV7Schema } from './ids'
import { PERIODS } from './works'

const oneOf = <T extends string>(ids: readonly T[]) => z.enum(ids as [T, ...T[]]).optional().catch(undefined)

/** In which order the log comes; the later run comes first where two are alike. */
export const LOG_SORTS = [
  { id: 'newest', text: 'Newest first' },
  { id: 'oldest', text: 'Oldest first' },
  { id: 'late', text: 'Most late first' },
  { id: 'scrap', text: 'Most scrap first' },
  { id: 'pieces', text: 'Largest first' },
  { id: 'match', text: 'Best match first' },
] as const
export type LogSort = (typeof LOG_SORTS)[number]['id']
const LOG_SORT_IDS = LOG_SORTS.map(s => s.id) as [LogSort, ...LogSort[]]

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
  sort: z.enum(LOG_SORT_IDS).catch('newest'),
  /** Of the last run of the page before, by what runs are sorted; days have none. */
  rank: z.coerce.number().int().min(0).max(1_000_000).optional().catch(undefined),
})
export type LogAsked = z.output<typeof logSchema>

/** What the log can be narrowed to, as a form holds it: '' is everything. */
export const LOG_FILTERS = ['period', 'result', 'fault', 'resist', 'substrate', 'method', 'school', 'lot', 'person'] as const
export type LogFilter = (typeof LOG_FILTERS)[number]

/** What of a run it can be sorted by. @property match how well it fits the words that are looked for, in millionths; null without any */
interface Ranked {
  pieces: number
  match: number | null
  summary: { over: number, scrap: number }
}

/** By which number of a run it is sorted; null by its day. */
export const rankOf = (sort: LogSort, { pieces, match, summary }: Ranked): number | null =>
  ({ newest: null, oldest: null, late: summary.over, scrap: summary.scrap, pieces, match })[sort]

/** A question of the log that was kept, to be asked again. */
export const logViewSchema = z.object({
  id: uuidV7Schema,
  name: z.string().trim().min(2, 'Write what you call it.').max(40, 'Keep it under 40 letters.'),
  question: z.partialRecord(z.enum(['q', 'sort', ...LOG_FILTERS]), z.string().max(100)),
})
export type LogView = z.output<typeof logViewSchema>

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
