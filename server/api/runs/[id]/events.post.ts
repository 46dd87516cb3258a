import { sendEventsSchema } from '#shared/runs'
import { body, pathId, route } from '../../../http/handler'
import { acceptEvents } from '../../../services/runs'

export default route(async (event, context) => {
  const { events } = await body(event, sendEventsSchema)
  return { outcomes: await acceptEvents(context, pathId(event, 'run'), events), serverTime: Date.now() }
})
