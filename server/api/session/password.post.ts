import { givePasswordSchema } from '#shared/accounts'
import { database } from '../../http/database'
import { body, openRoute } from '../../http/handler'
import { currentSession } from '../../http/session'
import { givePassword } from '../../services/accounts'

export default openRoute(async (event) => {
  const session = await currentSession(event)
  await givePassword(database(), new Date(), session, (await body(event, givePasswordSchema)).password)
  return { ok: true }
})
