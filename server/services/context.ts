import type { Db, Pool } from '../db/pool'
import type { LiveMessage } from '#shared/runs'

/** What every service needs: where to store, what time it is, and who asks. */
export interface Context {
  pool: Pool
  now: () => Date
  by: string
  role: 'lead' | 'crew'
  /** The session that asks, and whose entries it may book. */
  session: { id: string, people: string[] }
}

export const LIVE_CHANNEL = 'crest_live'

/** Tells every app process on this database; sent with the transaction, so never before the facts are stored. */
export async function notify(db: Db, message: LiveMessage): Promise<void> {
  await db.query('select pg_notify($1, $2)', [LIVE_CHANNEL, JSON.stringify(message)])
}
