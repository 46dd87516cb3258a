import { changePersonSchema } from '#shared/accounts'
import { database } from '../../http/database'
import { body, openRoute } from '../../http/handler'
import { currentSession, openSession } from '../../http/session'
import { changePerson, readSession } from '../../services/accounts'

/** Quick change of person at a shared tablet. */
export default openRoute(async (event) => {
  const { session } = await currentSession(event)
  const entry = await body(event, changePersonSchema)
  const next = await changePerson(database(), new Date(), session, entry)
  await openSession(event, next)
  return { signedIn: await readSession(database(), next) }
})
