import { defineEventHandler, setResponseStatus } from 'h3'
import { database } from '../http/database'

/** For a watchdog: no session needed, nothing told beyond these three. */
export default defineEventHandler(async (event) => {
  const { version } = useRuntimeConfig().public
  try {
    await database().query('select 1')
    return { ok: true, database: true, version }
  }
  catch {
    setResponseStatus(event, 503)
    return { ok: false, database: false, version }
  }
})
