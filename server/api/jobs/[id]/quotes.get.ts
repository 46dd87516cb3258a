import { quotesOfJob } from '../../../db/queries/quotes'
import { pathId, route } from '../../../http/handler'
import { factsForQuote } from '../../../services/quotes'

/** What the job was offered for, and what a new quote goes by. */
export default route(async (event, { pool, now }) => ({
  quotes: await quotesOfJob(pool, pathId(event, 'job')),
  facts: await factsForQuote(pool, now()),
}))
