import { z } from 'zod'
import { body, pathId, route } from '../../http/handler'
import { settleQuote } from '../../services/quotes'

const schema = z.object({ state: z.enum(['open', 'accepted', 'declined']), version: z.number().int() })

export default route(async (event, context) => {
  const { state, version } = await body(event, schema)
  return settleQuote(context, pathId(event, 'quote'), state, version)
})
