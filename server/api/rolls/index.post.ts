import { uuidV7Schema } from '#shared/ids'
import { rollSchema } from '#shared/sheets'
import { z } from 'zod'
import { body, route } from '../../http/handler'
import { addRoll } from '../../services/sheets'

const schema = z.object({ id: uuidV7Schema, roll: rollSchema })

export default route(async (event, context) => {
  const { id, roll } = await body(event, schema)
  return addRoll(context, id, roll)
})
