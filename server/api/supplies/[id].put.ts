import { supplySchema } from '#shared/stock'
import { z } from 'zod'
import { versionField } from '#shared/numbers'
import { body, pathId, route } from '../../http/handler'
import { changeSupply } from '../../services/ledger'
import { studioOf } from '../../services/studio'

export default route(async (event, context) => {
  const { rules } = await studioOf(context.pool)
  const schema = z.object({ supply: supplySchema(rules.lengthUnit), version: versionField, putAway: z.boolean() })
  const { supply, version, putAway } = await body(event, schema)
  return changeSupply(context, pathId(event, 'supply'), supply, version, putAway)
})
