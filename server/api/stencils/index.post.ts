import { uuidV7Schema } from '#shared/ids'
import { stencilSchema } from '#shared/shelf'
import { z } from 'zod'
import { body, route } from '../../http/handler'
import { addStencil } from '../../services/shelf'

const schema = z.object({ id: uuidV7Schema, stencil: stencilSchema })

export default route(async (event, context) => {
  const { id, stencil } = await body(event, schema)
  return addStencil(context, id, stencil)
})
