import { pathId, passwordRoute } from '../../../http/handler'
import { eraseCustomer } from '../../../services/customers'

export default passwordRoute(async (event, context) => {
  await eraseCustomer(context, pathId(event, 'customer'))
  return { ok: true }
})
