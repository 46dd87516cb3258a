import { listOpenJobs } from '../db/queries/jobs'
import { route } from '../http/handler'
import { openRunsWithEvents } from '../services/runs'

/** Open jobs and open runs: all that Today and the running clocks need. */
export default route(async (_, { pool, now }) => {
  const [jobs, runs] = await Promise.all([listOpenJobs(pool), openRunsWithEvents(pool, now())])
  return { jobs, runs, serverTime: now().getTime() }
})
