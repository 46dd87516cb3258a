import { Readable } from 'node:stream'
import { getQuery, sendStream, setResponseHeaders } from 'h3'
import { tableSchema } from '#shared/exports'
import { passwordRoute } from '../http/handler'
import { leadsOnly, notFound } from '../services/refusal'
import { tableCsv, writeStudio } from '../services/studio-file'

/** The whole studio as JSON Lines, to be kept or brought into another Crest; or one table of it as CSV. */
export default passwordRoute(async (event, { pool, now, role }) => {
  if (role !== 'lead') throw leadsOnly()
  const { table } = tableSchema.parse(getQuery(event))
  const csv = table === null ? null : await tableCsv(pool, table)
  if (table !== null && csv === null) throw notFound('table')
  setResponseHeaders(event, {
    'content-type': csv ? 'text/csv; charset=utf-8' : 'application/x-ndjson; charset=utf-8',
    'content-disposition': `attachment; filename="crest-${csv ? `${table}.csv` : 'studio.jsonl'}"`,
    'cache-control': 'no-store',
  })
  return sendStream(event, Readable.from(csv ?? writeStudio(pool, now())))
})
