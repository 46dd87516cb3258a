import { photoImage } from '../../db/queries/photos'
import { keptFile, pathId, route } from '../../http/handler'
import { notFound } from '../../services/refusal'

export default route(async (event, { pool }) => {
  const image = await photoImage(pool, pathId(event, 'picture'))
  if (!image) throw notFound('picture')
  return keptFile(event, 'image/jpeg', image)
})
