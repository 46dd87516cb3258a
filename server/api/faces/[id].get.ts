import { setResponseHeaders } from 'h3'
import { faceFile } from '../../db/queries/faces'
import { pathId, route } from '../../http/handler'
import { notFound } from '../../services/refusal'

export default route(async (event, { pool }) => {
  const file = await faceFile(pool, pathId(event, 'face'))
  if (!file) throw notFound('face')
  setResponseHeaders(event, {
    'content-type': 'application/octet-stream',
    'cache-control': 'private, max-age=31536000, immutable',
    'x-content-type-options': 'nosniff',
  })
  return file
})
