import { uuidV7Schema } from '#shared/ids'
import { z } from 'zod'
import { body, route } from '../../http/handler'
import { addBlank } from '../../services/blanks'

/** The form itself is checked by the service, which knows the house unit. */
const schema = z.object({ id: uuidV7Schema, blank: z.record(z.string(), z.unknown()) })

export default route(async (event, context) => {
  const { id, blank } = await body(event, schema)
  return addBlank(context, id, blank)
})
