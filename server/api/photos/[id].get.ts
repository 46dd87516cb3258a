import { setResponseHeaders } from 'h3'
import { photoImage } from '../../db/queries/photos'
import { pathId, route } from '../../http/handler'
import { notFound } from '../../services/refusal'

export default route(async (event, { pool }) => {
  const image = await photoImage(pool, pathId(event, 'picture'))
  if (!image) throw notFound('picture')
  setResponseHeaders(event, {
    'content-type': 'image/jpeg',
    'cache-control': 'private, max-age=31536000, immutable',
    'x-content-type-options': 'nosniff',
  })
  return image
})
