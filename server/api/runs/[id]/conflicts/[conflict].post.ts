import { getRouterParam } from 'h3'
import { idSchema } from '#shared/ids'
import { settleSchema } from '#shared/runs'
import { body, pathId, route } from '../../../../http/handler'
import { notFound } from '../../../../services/refusal'
import { settle } from '../../../../services/events'

export default route(async (event, context) => {
  const conflict = idSchema.safeParse(getRouterParam(event, 'conflict'))
  if (!conflict.success) throw notFound('entry')
  const { take } = await body(event, settleSchema)
  return settle(context, pathId(event, 'run'), conflict.data, take)
})
