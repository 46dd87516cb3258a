import { logViewSchema } from '#shared/log'
import { insertLogView } from '../../db/queries/log-views'
import { body, route } from '../../http/handler'

export default route(async (event, { pool, by, now }) => {
  const view = await body(event, logViewSchema)
  await insertLogView(pool, view, by, now())
  return view
})
