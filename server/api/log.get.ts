import { getQuery } from 'h3'
import { idSchema } from '#shared/ids'
import { z } from 'zod'
import { logPage } from '../db/queries/runs'
import { route } from '../http/handler'

const PAGE = 50
const MOST_WORDS = 12
const schema = z.object({
  q: z.string().max(100).catch(''),
  before: z.coerce.number().int().positive().max(Date.UTC(2100, 0)).optional().catch(undefined),
  id: idSchema.optional().catch(undefined),
})

/**
 * Finished runs, newest first, 50 at a time; every word of `q` has to occur. The next page begins after the run that `before` (ms) and
 * `id` name.
 */
export default route(async (event, { pool }) => {
  const { q, before, id } = schema.parse(getQuery(event))
  const words = q.toLowerCase().split(/\s+/).filter(Boolean).slice(0, MOST_WORDS)
  return logPage(pool, words, before && id ? { at: new Date(before), id } : null, PAGE)
})
