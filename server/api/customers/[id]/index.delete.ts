import { pathId, route } from '../../../http/handler'
import { eraseCustomer } from '../../../services/customers'

export default route(async (event, context) => {
  await eraseCustomer(context, pathId(event, 'customer'))
  return { ok: true }
})
