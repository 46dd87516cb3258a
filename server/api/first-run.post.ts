import { firstRunSchema } from '#shared/accounts'
import { database } from '../http/database'
import { body, openRoute } from '../http/handler'
import { signInHere } from '../http/sign-in'
import { firstRun } from '../services/accounts'

export default openRoute(async (event) => {
  const entry = await body(event, firstRunSchema)
  await firstRun(database(), entry)
  return signInHere(event, entry, 'first run')
})
