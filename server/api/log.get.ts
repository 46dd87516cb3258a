import { getQuery } from 'h3'
import { z } from 'zod'
import { logPage } from '../db/queries/runs'
import { route } from '../http/handler'

const PAGE = 50
const schema = z.object({ q: z.string().max(100).catch(''), before: z.coerce.number().int().positive().optional().catch(undefined) })

/** Finished runs, newest first, 50 at a time; every word of `q` has to occur. */
export default route(async (event, { pool }) => {
  const { q, before } = schema.parse(getQuery(event))
  const words = q.toLowerCase().split(/\s+/).filter(Boolean)
  return logPage(pool, words, before ? new Date(before) : null, PAGE)
})
