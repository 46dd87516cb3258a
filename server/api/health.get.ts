import { defineEventHandler, setResponseStatus } from 'h3'
import { beat } from '../db/queries/heartbeat'
import { database } from '../http/database'

/** A watchdog waits no longer than a second, and two questions may be asked. ms */
const PATIENCE_MS = 450
/** However often it is asked, a row is written this often. ms */
const EVERY_MS = 1000

interface Health {
  /** It answers. */
  database: boolean
  /** It can be written: its disk is not full, and it is no copy that is only read. */
  writable: boolean
}

const late = () => new Promise<never>((_, reject) => setTimeout(() => reject(new Error('late')), PATIENCE_MS).unref())
const works = (query: () => Promise<unknown>) => Promise.race([query(), late()]).then(() => true, () => false)

async function look(): Promise<Health> {
  if (await works(async () => beat(database()))) return { database: true, writable: true }
  return { database: await works(async () => database().query('select 1')), writable: false }
}

let looked: { at: number, health: Promise<Health> } | undefined

/** For a watchdog: no session needed, nothing told beyond these four. Answers also when the database is frozen. */
export default defineEventHandler(async (event) => {
  const { version } = useRuntimeConfig().public
  if (!looked || Date.now() - looked.at > EVERY_MS) looked = { at: Date.now(), health: look() }
  const health = await looked.health
  if (!health.writable) setResponseStatus(event, 503)
  return { ok: health.writable, ...health, version }
})
