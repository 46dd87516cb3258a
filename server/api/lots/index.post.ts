import { uuidV7Schema } from '#shared/ids'
import { lotSchema } from '#shared/shelf'
import { z } from 'zod'
import { body, route } from '../../http/handler'
import { addLot } from '../../services/shelf'

const schema = z.object({ id: uuidV7Schema, lot: lotSchema })

export default route(async (event, context) => {
  const { id, lot } = await body(event, schema)
  return addLot(context, id, lot)
})
