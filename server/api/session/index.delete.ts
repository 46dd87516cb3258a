import { openRoute } from '../../http/handler'
import { closeSession } from '../../http/session'

export default openRoute(async (event) => {
  await closeSession(event)
  return { signedIn: null }
})
