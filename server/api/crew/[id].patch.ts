import { changePersonAccountSchema } from '#shared/accounts'
import { body, pathId, passwordRoute } from '../../http/handler'
import { keepSession } from '../../http/session'
import { changeAccount } from '../../services/accounts'

export default passwordRoute(async (event, context) => {
  const next = await changeAccount(context, pathId(event, 'person'), await body(event, changePersonAccountSchema))
  if (next) await keepSession(event, next)
  return { ok: true }
})
