import { setResponseHeaders } from 'h3'
import { pathId, passwordRoute } from '../../../http/handler'
import { exportCustomer } from '../../../services/customers'

export default passwordRoute(async (event, context) => {
  const written = await exportCustomer(context, pathId(event, 'customer'))
  setResponseHeaders(event, { 'content-disposition': 'attachment; filename="customer.json"' })
  return written
})
