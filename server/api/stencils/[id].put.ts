import { z } from 'zod'
import { body, pathId, route } from '../../http/handler'
import { putStencilAway } from '../../services/shelf'

const schema = z.object({ putAway: z.boolean() })

export default route(async (event, context) => {
  const { putAway } = await body(event, schema)
  return putStencilAway(context, pathId(event, 'stencil'), putAway)
})
