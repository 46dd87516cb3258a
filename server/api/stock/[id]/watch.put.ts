import { z } from 'zod'
import { body, pathId, route } from '../../../http/handler'
import { watchLevel } from '../../../services/ledger'

const schema = z.object({ reorder: z.number().positive('Write more than nothing, or leave it blank.').max(1e7).nullable() })

export default route(async (event, context) => {
  const { reorder } = await body(event, schema)
  return watchLevel(context, pathId(event, 'thing on the shelf'), reorder)
})
