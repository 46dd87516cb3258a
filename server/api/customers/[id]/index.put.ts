import { customerSchema } from '#shared/customers'
import { z } from 'zod'
import { body, pathId, route } from '../../../http/handler'
import { changeCustomer } from '../../../services/customers'

const schema = z.object({ customer: customerSchema, version: z.number().int() })

export default route(async (event, context) => {
  const { customer, version } = await body(event, schema)
  return changeCustomer(context, pathId(event, 'customer'), customer, version)
})
