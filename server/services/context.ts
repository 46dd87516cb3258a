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
export const notify = (db: Db, message: LiveMessage): Promise<void> => tell(db, JSON.stringify(message))

/** The same for a message that is text already. */
export const tell = (db: Db, message: string): Promise<void> => tellAll(db, [message])

/** The same for several, in their order. */
export async function tellAll(db: Db, messages: string[]): Promise<void> {
  // As JSON: an array of PostgreSQL's is written letter by letter here.
  await db.query('select pg_notify($1, message) from json_array_elements_text($2) as message', [LIVE_CHANNEL, JSON.stringify(messages)])
}
