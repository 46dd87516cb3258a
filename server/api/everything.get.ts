import { Readable } from 'node:stream'
import { sendStream, setResponseHeaders } from 'h3'
import { route } from '../http/handler'
import { leadsOnly, Refusal } from '../services/refusal'
import { writeStudio } from '../services/studio-file'

/** The whole studio as JSON Lines, to be kept or brought into another Crest. */
export default route((event, { pool, now, role, session }) => {
  if (role !== 'lead') throw leadsOnly()
  // Everybody's passwords are in it as hashes: four digits don't open that.
  if (session.byPin) throw new Refusal(403, 'Sign in with your password to download everything. A PIN is not enough for this.')
  setResponseHeaders(event, {
    'content-type': 'application/x-ndjson; charset=utf-8',
    'content-disposition': 'attachment; filename="crest-studio.jsonl"',
    'cache-control': 'no-store',
  })
  return sendStream(event, Readable.from(writeStudio(pool, now())))
})
