import { z } from 'zod'
import { versionField } from '#shared/numbers'
import { body, pathId, route } from '../../http/handler'
import { settleQuote } from '../../services/quotes'

const schema = z.object({ state: z.enum(['open', 'accepted', 'declined']), version: versionField })

export default route(async (event, context) => {
  const { state, version } = await body(event, schema)
  return settleQuote(context, pathId(event, 'quote'), state, version)
})
