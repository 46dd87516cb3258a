import { uuidV7Schema } from '#shared/ids'
import { templateNameSchema } from '#shared/templates'
import { z } from 'zod'
import { body, route } from '../../http/handler'
import { addTemplate } from '../../services/templates'

const schema = z.object({ id: uuidV7Schema, name: templateNameSchema, job: z.record(z.string(), z.unknown()) })

export default route(async (event, context) => {
  const { id, name, job } = await body(event, schema)
  return addTemplate(context, id, name, job)
})
