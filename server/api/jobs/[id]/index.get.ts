import { jobById } from '../../../db/queries/jobs'
import { pathId, route } from '../../../http/handler'
import { notFound } from '../../../services/refusal'

export default route(async (event, { pool }) => {
  const job = await jobById(pool, pathId(event, 'job'))
  if (!job) throw notFound('job')
  return job
})
