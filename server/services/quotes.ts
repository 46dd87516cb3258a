import { isNothing } from '#core/plan/quote'
import { quoteOf } from '#shared/quotes'
import type { Quote, QuoteEntry, QuoteFacts, QuoteState } from '#shared/quotes'
import { inTransaction } from '../db/pool'
import type { Db } from '../db/pool'
import { jobById } from '../db/queries/jobs'
import * as quotes from '../db/queries/quotes'
import type { Context } from './context'
import { recipeMaker } from './jobs'
import { editedMeanwhile, notFound, Refusal } from './refusal'

const YEAR_MS = 365 * 86_400_000

/** What the house knows that a quote goes by: a year of its log. */
export const factsForQuote = (db: Db, now: Date): Promise<QuoteFacts> => quotes.quoteFacts(db, new Date(now.getTime() - YEAR_MS))

/**
 * Writes a quote down as the page showed it. @param gross what the page came to
 * @throws Refusal 409 where prices moved since, 400 where it comes to nothing or can't be made
 */
export async function writeQuote(context: Context, jobId: string, id: string, entry: QuoteEntry, gross: string): Promise<Quote> {
  return inTransaction(context.pool, async (db) => {
    const job = await jobById(db, jobId, true)
    if (!job) throw notFound('job')
    const known = await quotes.quoteById(db, id)
    if (known) return known
    const { recipe, rules, lots } = await recipeMaker(db, job.passes, context.now())
    const facts = await factsForQuote(db, context.now())
    const { content } = quoteOf(job.passes, entry, rules, facts, recipe, lotId => lots.find(l => l.id === lotId)!.price === 0)
    if (!content) throw new Refusal(400, 'This job can\'t be made as it is planned, so it can\'t be quoted. Open its plan first.')
    if (isNothing(content.net)) throw new Refusal(400, 'This comes to nothing. Enter prices on the shelf and in the house rules first.')
    if (content.gross !== gross)
      throw new Refusal(409, `Prices have changed since you looked: it now comes to ${content.gross}. Look again, then write the quote.`)
    await quotes.insertQuote(db, id, jobId, content, context.by, context.now())
    return (await quotes.quoteById(db, id))!
  })
}

/** What became of a quote. A replaced one stays replaced. */
export async function settleQuote(context: Context, id: string, state: QuoteState, version: number): Promise<Quote> {
  return inTransaction(context.pool, async (db) => {
    const quote = await quotes.quoteById(db, id)
    if (!quote) throw notFound('quote')
    if (quote.state === 'replaced') throw new Refusal(409, 'A newer quote has taken the place of this one.')
    if (!(await quotes.setQuoteState(db, id, state, version))) throw editedMeanwhile()
    return (await quotes.quoteById(db, id))!
  })
}
