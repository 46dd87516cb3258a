import { firstRunSchema } from '#shared/accounts'
import { database } from '../http/database'
import { body, openRoute } from '../http/handler'
import { openSession } from '../http/session'
import { firstRun, readSession, signIn } from '../services/accounts'

export default openRoute(async (event) => {
  const entry = await body(event, firstRunSchema)
  await firstRun(database(), entry)
  const session = await signIn(database(), new Date(), entry, 'first run')
  await openSession(event, session)
  return { signedIn: await readSession(database(), session) }
})
