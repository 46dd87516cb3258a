import { sendEventsSchema } from '#shared/runs'
import { database } from '../../../http/database'
import { body, openRoute, pathId } from '../../../http/handler'
import { sessionId } from '../../../http/session'
import { acceptEvents } from '../../../services/events'
import { NOT_SIGNED_IN, Refusal } from '../../../services/refusal'

/** Entries of the bench. Their session is looked up along with them, in the transaction that stores them. */
export default openRoute(async (event) => {
  const session = await sessionId(event)
  if (!session) throw new Refusal(401, NOT_SIGNED_IN)
  const { events } = await body(event, sendEventsSchema)
  return acceptEvents({ pool: database(), now: () => new Date(), session }, pathId(event, 'run'), events)
})
