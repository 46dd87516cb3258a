import { jobById } from '../../../db/queries/jobs'
import { sheetsOfSets } from '../../../db/queries/sheets'
import { pathId, route } from '../../../http/handler'
import { notFound } from '../../../services/refusal'

export default route(async (event, { pool }) => {
  const job = await jobById(pool, pathId(event, 'job'))
  if (!job) throw notFound('job')
  return { ...job, sheets: await sheetsOfSets(pool, [...new Set(job.passes.map(p => p.setId))]) }
})
