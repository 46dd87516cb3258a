import { supplySchema } from '#shared/stock'
import { z } from 'zod'
import { body, pathId, route } from '../../http/handler'
import { changeSupply } from '../../services/ledger'
import { studioOf } from '../../services/studio'

export default route(async (event, context) => {
  const { rules } = await studioOf(context.pool)
  const schema = z.object({ supply: supplySchema(rules.lengthUnit), version: z.number().int(), putAway: z.boolean() })
  const { supply, version, putAway } = await body(event, schema)
  return changeSupply(context, pathId(event, 'supply'), supply, version, putAway)
})
