import { getQuery } from 'h3'
import { logSchema } from '#shared/log'
import { logPage } from '../db/queries/runs'
import { route } from '../http/handler'
import { logWanted } from '../services/written-out'

const PAGE = 50

/**
 * Finished runs, newest first, 50 at a time; every word of `q` has to begin a word of the run, and every filter has to hold. The next page
 * begins after the run that `before` (ms) and `id` name.
 */
export default route(async (event, { pool, now }) => {
  const asked = logSchema.parse(getQuery(event))
  const { before, id } = asked
  return logPage(pool, logWanted(asked, now()), before && id ? { at: new Date(before), id } : null, PAGE)
})
