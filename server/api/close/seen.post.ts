import { dayField } from '#shared/fields'
import { uuidV7Schema } from '#shared/ids'
import { z } from 'zod'
import { body, route } from '../../http/handler'
import { seenTo } from '../../services/close'

const schema = z.object({ id: uuidV7Schema, day: dayField, line: z.string().max(80) })

export default route(async (event, context) => {
  const { id, day, line } = await body(event, schema)
  await seenTo(context, day, line, id)
  return { done: true }
})
