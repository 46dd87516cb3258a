import { faceFile } from '../../db/queries/faces'
import { keptFile, pathId, route } from '../../http/handler'
import { notFound } from '../../services/refusal'

export default route(async (event, { pool }) => {
  const file = await faceFile(pool, pathId(event, 'face'))
  if (!file) throw notFound('face')
  return keptFile(event, 'application/octet-stream', file)
})
