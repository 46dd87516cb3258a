import { sendEventsSchema } from '#shared/runs'
import { body, pathId, route } from '../../../http/handler'
import { acceptEvents } from '../../../services/events'

/** Entries of the bench that did not go the short way (`server/http/short-way.ts`). */
export default route(async (event, context) => {
  const { events } = await body(event, sendEventsSchema)
  return acceptEvents(context, pathId(event, 'run'), events)
})
