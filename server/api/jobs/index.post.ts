import { uuidV7Schema } from '#shared/ids'
import { z } from 'zod'
import { body, route } from '../../http/handler'
import { addJob } from '../../services/jobs'

/** The form itself is checked by the service, which knows the house unit. */
const schema = z.object({ id: uuidV7Schema, job: z.record(z.string(), z.unknown()) })

export default route(async (event, context) => {
  const { id, job } = await body(event, schema)
  return addJob(context, id, job)
})
