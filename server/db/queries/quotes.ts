import type { Quote, QuoteContent, QuoteFacts, QuoteState } from '#shared/quotes'
import type { Db } from '../pool'

interface QuoteRow extends Omit<Quote, keyof QuoteContent | 'madeAt'> {
  content: QuoteContent
  madeAt: Date
}
const COLUMNS = 'id, no, job_id as "jobId", content, made_by as "madeBy", made_at as "madeAt", state, version'
const toQuote = ({ content, madeAt, ...row }: QuoteRow): Quote => ({ ...content, ...row, madeAt: madeAt.getTime() })

/** Quotes for a job, the latest first. */
export async function quotesOfJob(db: Db, jobId: string): Promise<Quote[]> {
  const { rows } = await db.query<QuoteRow>(`select ${COLUMNS} from quote where job_id = $1 order by made_at desc, no desc`, [jobId])
  return rows.map(toQuote)
}

export async function quoteById(db: Db, id: string): Promise<Quote | undefined> {
  const row = (await db.query<QuoteRow>(`select ${COLUMNS} from quote where id = $1`, [id])).rows[0]
  return row && toQuote(row)
}

/** The newest stands; what was still open before it is replaced. @returns false when this id is written already */
export async function insertQuote(db: Db, id: string, jobId: string, content: QuoteContent, by: string, at: Date): Promise<boolean> {
  const { rowCount } = await db.query(
    'insert into quote (id, job_id, content, made_by, made_at) values ($1, $2, $3, $4, $5) on conflict (id) do nothing',
    [id, jobId, JSON.stringify(content), by, at],
  )
  if (rowCount !== 1) return false
  await db.query(
    'update quote set state = \'replaced\', version = version + 1 where job_id = $1 and id <> $2 and state in (\'open\', \'accepted\')',
    [jobId, id],
  )
  return true
}

/** @returns false when somebody else changed it since `version` */
export async function setQuoteState(db: Db, id: string, state: QuoteState, version: number): Promise<boolean> {
  const { rowCount } = await db.query('update quote set state = $2, version = version + 1 where id = $1 and version = $3', [
    id,
    state,
    version,
  ])
  return rowCount === 1
}

/** Blanks that stand priced on the shelf, and how often pieces of each substrate were scrap since a moment. */
export async function quoteFacts(db: Db, since: Date): Promise<QuoteFacts> {
  const { rows: priced } = await db.query<{ blankId: string, price: number }>(
    `select distinct on (blank_id) blank_id as "blankId", price::float8 / pack::float8 as price
      from supply where blank_id is not null and not put_away and price > 0 order by blank_id, id desc`,
  )
  const { rows: judged } = await db.query<{ substrate: string, pieces: number, scrap: number }>(
    `select substrate, count(*)::int as pieces, count(*) filter (where result = 'scrap')::int as scrap
      from judged where ended_at >= $1 and substrate is not null group by substrate`,
    [since],
  )
  return {
    blanks: Object.fromEntries(priced.map(p => [p.blankId, p.price])),
    judged: Object.fromEntries(judged.map(({ substrate, pieces, scrap }) => [substrate, { pieces, scrap }])),
  }
}
