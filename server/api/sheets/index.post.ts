import { uuidV7Schema } from '#shared/ids'
import { z } from 'zod'
import { body, route } from '../../http/handler'
import { addSheet } from '../../services/sheets'

const schema = z.object({ id: uuidV7Schema, sheet: z.record(z.string(), z.unknown()) })

export default route(async (event, context) => {
  const { id, sheet } = await body(event, schema)
  return addSheet(context, id, sheet)
})
