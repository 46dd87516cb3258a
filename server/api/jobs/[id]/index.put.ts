import { z } from 'zod'
import { versionField } from '#shared/numbers'
import { body, pathId, route } from '../../../http/handler'
import { changeJob } from '../../../services/jobs'

const schema = z.object({ job: z.record(z.string(), z.unknown()), version: versionField })

export default route(async (event, context) => {
  const { job, version } = await body(event, schema)
  return changeJob(context, pathId(event, 'job'), job, version)
})
