import pg from 'pg'

// Dates stay days, numerics become numbers: nothing here needs more than double precision.
pg.types.setTypeParser(pg.types.builtins.DATE, text => text)
pg.types.setTypeParser(pg.types.builtins.NUMERIC, Number)

export type Pool = pg.Pool
/** A pool or a client inside a transaction: whatever can run SQL. */
export type Db = Pick<pg.ClientBase, 'query'>

/** All tables live in a schema of their own, so that Crest can share a database. */
export const SCHEMA = 'crest'

/** Longer no statement of ours takes: what hangs is given up by the database, and where that hangs, by us. ms */
const STATEMENT_MS = 20_000
/** A transaction that was begun and left holds its locks no longer. ms */
const LEFT_OPEN_MS = 60_000

export function connectionConfig(url: string): pg.PoolConfig {
  return {
    connectionString: url,
    options: `-c search_path=${SCHEMA}`,
    connectionTimeoutMillis: 5000,
    statement_timeout: STATEMENT_MS,
    query_timeout: STATEMENT_MS + 5000,
    idle_in_transaction_session_timeout: LEFT_OPEN_MS,
    keepAlive: true,
    application_name: 'crest',
  }
}

export function createPool(url: string): Pool {
  const pool = new pg.Pool({ ...connectionConfig(url), max: 10, idleTimeoutMillis: 30_000 })
  // A connection that breaks while idle (database restarted) is dropped; the next query opens a new one.
  pool.on('error', () => {})
  return pool
}

/**
 * Deadlock, serialization failure, and an event number that another process was first with: the same work may well succeed when it is
 * done again.
 */
const AGAIN = new Set(['40P01', '40001'])
const NUMBER_TAKEN = 'run_event_run_id_seq_key'
const TRIES = 6

const worthAgain = (error: unknown): boolean => {
  const { code, constraint } = error as { code?: string, constraint?: string }
  return AGAIN.has(code ?? '') || (code === '23505' && constraint === NUMBER_TAKEN)
}

/**
 * Runs `work` in one transaction: all of it is kept, or none. It is done again where two transactions stood in each other's way, so it must
 * have no effect but on the database. Rows are locked in the order job, run, bottle, stencil, sheet, roll, everywhere.
 */
export async function inTransaction<T>(pool: Pool, work: (db: Db) => Promise<T>): Promise<T> {
  for (let tried = 1; ; tried++) {
    try {
      return await oneTransaction(pool, work)
    }
    catch (error) {
      if (tried >= TRIES || !worthAgain(error)) throw error
      await new Promise(resolve => setTimeout(resolve, Math.random() * 10 * 2 ** tried))
    }
  }
}

async function oneTransaction<T>(pool: Pool, work: (db: Db) => Promise<T>): Promise<T> {
  const client = await pool.connect()
  let broken: Error | undefined
  // A connection that breaks between two queries says so here; the next query fails, and the client is thrown away.
  const onError = (error: Error) => void (broken = error)
  client.on('error', onError)
  try {
    await client.query('begin')
    const result = await work(client)
    await client.query('commit')
    return result
  }
  catch (error) {
    await client.query('rollback').catch((rollbackError: Error) => {
      broken = rollbackError
    })
    throw error
  }
  finally {
    client.off('error', onError)
    client.release(broken)
  }
}
