import { uuidV7Schema } from '#shared/ids'
import { containerSchema } from '#shared/tubs'
import { z } from 'zod'
import { body, route } from '../../http/handler'
import { addContainer } from '../../services/waste'

export default route(async (event, context) => {
  const { id, container } = await body(event, z.object({ id: uuidV7Schema, container: containerSchema }))
  return addContainer(context, id, container)
})
