import { pathId, route } from '../../../http/handler'
import { dropJob } from '../../../services/jobs'

export default route(async (event, context) => {
  await dropJob(context, pathId(event, 'job'))
  return { ok: true }
})
