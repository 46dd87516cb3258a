import { uuidV7Schema } from '#shared/ids'
import { rollSchema } from '#shared/rolls'
import { z } from 'zod'
import { body, route } from '../../http/handler'
import { addRoll } from '../../services/sheets'
import { studioOf } from '../../services/studio'

export default route(async (event, context) => {
  const { rules } = await studioOf(context.pool)
  const { id, roll } = await body(event, z.object({ id: uuidV7Schema, roll: rollSchema(rules.lengthUnit) }))
  return addRoll(context, id, roll)
})
