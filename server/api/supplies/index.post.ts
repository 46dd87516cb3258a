import { uuidV7Schema } from '#shared/ids'
import { supplySchema } from '#shared/stock'
import { z } from 'zod'
import { body, route } from '../../http/handler'
import { addSupply } from '../../services/ledger'
import { studioOf } from '../../services/studio'

export default route(async (event, context) => {
  const { rules } = await studioOf(context.pool)
  const { id, supply } = await body(event, z.object({ id: uuidV7Schema, supply: supplySchema(rules.lengthUnit) }))
  return addSupply(context, id, supply)
})
