import { customerSchema } from '#shared/customers'
import { uuidV7Schema } from '#shared/ids'
import { z } from 'zod'
import { body, route } from '../../http/handler'
import { addCustomer } from '../../services/customers'

const schema = z.object({ id: uuidV7Schema, customer: customerSchema })

export default route(async (event, context) => {
  const { id, customer } = await body(event, schema)
  return addCustomer(context, id, customer)
})
