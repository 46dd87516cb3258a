import { uuidV7Schema } from '#shared/ids'
import { quoteSchema } from '#shared/quotes'
import { z } from 'zod'
import { body, pathId, route } from '../../../http/handler'
import { writeQuote } from '../../../services/quotes'

const schema = z.object({ id: uuidV7Schema, quote: quoteSchema, gross: z.string().max(20) })

export default route(async (event, context) => {
  const { id, quote, gross } = await body(event, schema)
  return writeQuote(context, pathId(event, 'job'), id, quote, gross)
})
