import { startRunSchema } from '#shared/runs'
import { body, pathId, route } from '../../../http/handler'
import { startRun } from '../../../services/runs'

export default route(async (event, context) => {
  const { runId, pieces } = await body(event, startRunSchema)
  return { id: await startRun(context, pathId(event, 'job'), runId, pieces) }
})
