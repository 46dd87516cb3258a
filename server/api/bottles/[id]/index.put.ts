import { bottleSchema } from '#shared/shelf'
import { z } from 'zod'
import { body, pathId, route } from '../../../http/handler'
import { changeBottle } from '../../../services/shelf'

const schema = z.object({ bottle: bottleSchema, version: z.number().int(), putAway: z.boolean() })

export default route(async (event, context) => {
  const { bottle, version, putAway } = await body(event, schema)
  return changeBottle(context, pathId(event, 'bottle'), bottle, version, putAway)
})
