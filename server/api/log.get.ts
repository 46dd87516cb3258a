import { getQuery } from 'h3'
import { fullText, logSchema, tagsAsked } from '#shared/log'
import { PERIODS } from '#shared/works'
import { logPage } from '../db/queries/runs'
import { route } from '../http/handler'

const PAGE = 50
const DAY_MS = 86_400_000

/**
 * Finished runs, newest first, 50 at a time; every word of `q` has to begin a word of the run, and every filter has to hold. The next page
 * begins after the run that `before` (ms) and `id` name.
 */
export default route(async (event, { pool, now }) => {
  const asked = logSchema.parse(getQuery(event))
  const { before, id, period } = asked
  const days = PERIODS.find(p => p.id === period)?.days ?? null
  return logPage(
    pool,
    {
      words: fullText(asked.q),
      // A question without a word in it finds nothing; no question at all finds everything.
      nothing: asked.q.trim() !== '' && fullText(asked.q) === '',
      tags: tagsAsked(asked),
      since: days === null ? null : new Date(now().getTime() - days * DAY_MS),
    },
    before && id ? { at: new Date(before), id } : null,
    PAGE,
  )
})
