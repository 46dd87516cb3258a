import { ownUnitsSchema } from '#shared/accounts'
import { body, route } from '../../http/handler'
import { changeUnits } from '../../services/accounts'

/** In what the person at the device reads and writes lengths. */
export default route(async (event, context) => {
  await changeUnits(context, await body(event, ownUnitsSchema))
  return { ok: true }
})
