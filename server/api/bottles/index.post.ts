import { uuidV7Schema } from '#shared/ids'
import { bottleSchema } from '#shared/shelf'
import { z } from 'zod'
import { body, route } from '../../http/handler'
import { addBottle } from '../../services/shelf'

const schema = z.object({ id: uuidV7Schema, bottle: bottleSchema })

export default route(async (event, context) => {
  const { id, bottle } = await body(event, schema)
  return addBottle(context, id, bottle)
})
