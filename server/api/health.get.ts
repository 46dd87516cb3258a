import { defineEventHandler, setResponseStatus } from 'h3'
import { database } from '../http/database'

/** A watchdog waits no longer. ms */
const PATIENCE_MS = 800
const HUNG = Symbol('hung')

/** For a watchdog: no session needed, nothing told beyond these three. Answers also when the database is frozen. */
export default defineEventHandler(async (event) => {
  const { version } = useRuntimeConfig().public
  let timer: NodeJS.Timeout | undefined
  const late = new Promise<typeof HUNG>(resolve => (timer = setTimeout(() => resolve(HUNG), PATIENCE_MS)))
  const answer = Promise.resolve()
    .then(() => database().query('select 1'))
    .then(
      () => true,
      () => false,
    )
  const alive = (await Promise.race([answer, late])) === true
  clearTimeout(timer)
  if (!alive) setResponseStatus(event, 503)
  return { ok: alive, database: alive, version }
})
