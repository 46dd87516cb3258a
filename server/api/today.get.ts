import { listOpenPasses } from '../db/queries/jobs'
import { afterRow, route } from '../http/handler'
import { openRunsWithEvents } from '../services/runs'

/** Passes of open jobs, page by page, and with the first page the open runs: all that Today and the running clocks need. */
export default route(async (event, { pool, now }) => {
  const after = afterRow(event)
  const [passes, runs] = await Promise.all([listOpenPasses(pool, after), after ? [] : openRunsWithEvents(pool, now())])
  return { passes, runs, serverTime: now().getTime() }
})
