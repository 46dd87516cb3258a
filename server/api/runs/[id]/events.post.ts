import { sendEventsSchema } from '#shared/runs'
import { database } from '../../../http/database'
import { body, contextOf, openRoute, pathId } from '../../../http/handler'
import { sessionId } from '../../../http/session'
import { acceptEvents, appendQuickly } from '../../../services/events'

/** Entries of the bench. The short way checks the session in the statement that stores them. */
export default openRoute(async (event) => {
  const session = await sessionId(event)
  if (!session) await contextOf(event)
  const { events } = await body(event, sendEventsSchema)
  const runId = pathId(event, 'run')
  return (await appendQuickly(database(), runId, session, events, new Date())) ?? acceptEvents(await contextOf(event), runId, events)
})
