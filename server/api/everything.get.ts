import { Readable } from 'node:stream'
import { sendStream, setResponseHeaders } from 'h3'
import { route } from '../http/handler'
import { leadsOnly } from '../services/refusal'
import { writeStudio } from '../services/studio-file'

/** The whole studio as JSON Lines, to be kept or brought into another Crest. */
export default route((event, { pool, now, role }) => {
  if (role !== 'lead') throw leadsOnly()
  setResponseHeaders(event, {
    'content-type': 'application/x-ndjson; charset=utf-8',
    'content-disposition': 'attachment; filename="crest-studio.jsonl"',
    'cache-control': 'no-store',
  })
  return sendStream(event, Readable.from(writeStudio(pool, now())))
})
