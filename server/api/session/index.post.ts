import { getRequestIP } from 'h3'
import { signInSchema } from '#shared/accounts'
import { database } from '../../http/database'
import { body, openRoute } from '../../http/handler'
import { openSession } from '../../http/session'
import { readSession, signIn } from '../../services/accounts'

export default openRoute(async (event) => {
  const entry = await body(event, signInSchema)
  const session = await signIn(database(), new Date(), entry, getRequestIP(event) ?? 'unknown')
  await openSession(event, session)
  return { signedIn: await readSession(database(), session) }
})
