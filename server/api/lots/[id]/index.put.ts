import { lotSchema } from '#shared/shelf'
import { z } from 'zod'
import { versionField } from '#shared/numbers'
import { body, pathId, route } from '../../../http/handler'
import { changeLot } from '../../../services/shelf'

const schema = z.object({ lot: lotSchema, version: versionField, putAway: z.boolean() })

export default route(async (event, context) => {
  const { lot, version, putAway } = await body(event, schema)
  return changeLot(context, pathId(event, 'bottle'), lot, version, putAway)
})
