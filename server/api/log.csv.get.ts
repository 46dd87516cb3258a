import { Readable } from 'node:stream'
import { getQuery, sendStream, setResponseHeaders } from 'h3'
import { logSchema } from '#shared/log'
import { passwordRoute } from '../http/handler'
import { logCsv, logWanted } from '../services/written-out'

/** The log, or what of it is asked for, as CSV: a line for each piece. */
export default passwordRoute((event, { pool, now }) => {
  const asked = logSchema.parse(getQuery(event))
  setResponseHeaders(event, {
    'content-type': 'text/csv; charset=utf-8',
    'content-disposition': 'attachment; filename="crest-log.csv"',
    'cache-control': 'no-store',
  })
  return sendStream(event, Readable.from(logCsv(pool, logWanted(asked, now()))))
})
