import { customerSchema } from '#shared/customers'
import { z } from 'zod'
import { versionField } from '#shared/numbers'
import { body, pathId, route } from '../../../http/handler'
import { changeCustomer } from '../../../services/customers'

const schema = z.object({ customer: customerSchema, version: versionField })

export default route(async (event, context) => {
  const { customer, version } = await body(event, schema)
  return changeCustomer(context, pathId(event, 'customer'), customer, version)
})
