import pg from 'pg'

// Dates stay days, numerics become numbers: nothing here needs more than double precision.
pg.types.setTypeParser(pg.types.builtins.DATE, text => text)
pg.types.setTypeParser(pg.types.builtins.NUMERIC, Number)

export type Pool = pg.Pool
/** A pool or a client inside a transaction: whatever can run SQL. */
export type Db = Pick<pg.ClientBase, 'query'>

/** All tables live in a schema of their own, so that Crest can share a database. */
export const SCHEMA = 'crest'

export function connectionConfig(url: string): pg.PoolConfig {
  return { connectionString: url, options: `-c search_path=${SCHEMA}`, connectionTimeoutMillis: 5000, application_name: 'crest' }
}

export function createPool(url: string): Pool {
  const pool = new pg.Pool({ ...connectionConfig(url), max: 10, idleTimeoutMillis: 30_000 })
  // A connection that breaks while idle (database restarted) is dropped; the next query opens a new one.
  pool.on('error', () => {})
  return pool
}

/** Runs `work` in one transaction: all of it is kept, or none. */
export async function inTransaction<T>(pool: Pool, work: (db: Db) => Promise<T>): Promise<T> {
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
