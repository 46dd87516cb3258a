import { dropLogView } from '../../db/queries/log-views'
import { pathId, route } from '../../http/handler'
import { notFound } from '../../services/refusal'

export default route(async (event, { pool }) => {
  if (!(await dropLogView(pool, pathId(event, 'view')))) throw notFound('view')
  return { ok: true }
})
