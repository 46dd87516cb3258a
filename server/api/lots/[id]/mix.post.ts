import { uuidV7Schema } from '#shared/ids'
import { z } from 'zod'
import { body, pathId, route } from '../../../http/handler'
import { mixLots } from '../../../services/shelf'

const schema = z.object({ id: uuidV7Schema, other: z.uuid('Choose what it is poured together with.') })

export default route(async (event, context) => {
  const { id, other } = await body(event, schema)
  return mixLots(context, pathId(event, 'bottle'), other, id)
})
