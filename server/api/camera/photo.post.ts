import { setResponseHeaders } from 'h3'
import { cameraOrderSchema } from '#shared/frost'
import { body, route } from '../../http/handler'
import { takePhoto } from '../../services/camera'

export default route(async (event) => {
  const { image, simulated } = await takePhoto(await body(event, cameraOrderSchema))
  setResponseHeaders(event, {
    'content-type': 'image/jpeg',
    'cache-control': 'no-store',
    'x-content-type-options': 'nosniff',
    ...(simulated ? { 'x-simulated': 'yes' } : {}),
  })
  return image
})
