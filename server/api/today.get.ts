import { listOpenJobs } from '../db/queries/jobs'
import { afterRow, route } from '../http/handler'
import { openRunsWithEvents } from '../services/runs'

/** Open jobs, page by page, and with the first page the open runs: all that Today and the running clocks need. */
export default route(async (event, { pool, now }) => {
  const after = afterRow(event)
  const [jobs, runs] = await Promise.all([listOpenJobs(pool, after), after ? [] : openRunsWithEvents(pool, now())])
  return { jobs, runs, serverTime: now().getTime() }
})
