import { createPool } from '../db/pool'
import type { Pool } from '../db/pool'
import { Refusal } from '../services/refusal'

let pool: Pool | undefined

/** The pool of this process. @throws Refusal 503 when no database was named */
export function database(): Pool {
  if (pool) return pool
  const url = process.env.DATABASE_URL
  if (!url) throw new Refusal(503, 'No database is set. Start Crest with npm start, or set DATABASE_URL.')
  pool = createPool(url)
  return pool
}

export async function closeDatabase(): Promise<void> {
  if (!pool) return
  await pool.end()
  pool = undefined
}
