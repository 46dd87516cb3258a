import { database } from '../../http/database'
import { openRoute } from '../../http/handler'
import { dropSession, sessionId } from '../../http/session'
import { signOut } from '../../services/accounts'

/** Ends the session itself: a copy of its cookie opens nothing any more. */
export default openRoute(async (event) => {
  const id = await sessionId(event)
  if (id) await signOut(database(), id, new Date())
  await dropSession(event)
  return { signedIn: null }
})
