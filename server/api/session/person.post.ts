import { changePersonSchema } from '#shared/accounts'
import { database } from '../../http/database'
import { body, openRoute } from '../../http/handler'
import { currentSession } from '../../http/session'
import { changePerson, signedInOf } from '../../services/accounts'

/** Quick change of person at a shared tablet. */
export default openRoute(async (event) => {
  const session = await currentSession(event)
  return { signedIn: signedInOf(await changePerson(database(), new Date(), session, await body(event, changePersonSchema))) }
})
