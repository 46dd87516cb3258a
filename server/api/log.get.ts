import { getQuery } from 'h3'
import { logSchema } from '#shared/log'
import { logPage } from '../db/queries/runs'
import { route } from '../http/handler'
import { logWanted } from '../services/written-out'

const PAGE = 50

/**
 * Finished runs, 50 at a time, newest first or as `sort` says; every word of `q` has to begin a word of the run, and every filter has to
 * hold. The next page begins after the run that `before` (ms) and `id` name, with its `rank` where runs are sorted by one.
 */
export default route(async (event, { pool, now }) => {
  const asked = logSchema.parse(getQuery(event))
  const { before, id, rank = null } = asked
  return logPage(pool, logWanted(asked, now()), before && id ? { at: new Date(before), id, rank } : null, PAGE)
})
