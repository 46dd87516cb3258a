import pg from 'pg'
import { rowCount } from './row-count'
import type { Statement } from './row-count'

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

/**
 * One connection of its own for the statements that store the bench's entries: they wait for nobody else, and each is planned once and
 * not for each entry, which would cost more than storing it. It is opened when it is first needed, and again after the database was away.
 */
class Writer {
  private client: Promise<pg.Client> | null = null

  constructor(private readonly config: pg.ClientConfig) {}

  /** @returns how many rows the statement touched */
  async rows(statement: Statement): Promise<number> {
    return rowCount(await this.opened(), statement)
  }

  private opened(): Promise<pg.Client> {
    return (this.client ??= this.connect())
  }

  private connect(): Promise<pg.Client> {
    const client = new pg.Client({ ...this.config, options: `${this.config.options ?? ''} -c plan_cache_mode=force_generic_plan` })
    const lost = () => {
      if (this.client === opened) this.client = null
    }
    client.on('error', lost).on('end', lost)
    const opened = client.connect().then(
      () => client,
      (error: unknown) => {
        lost()
        throw error
      },
    )
    return opened
  }

  async end(): Promise<void> {
    const client = await this.client?.catch(() => null)
    this.client = null
    await client?.end()
  }
}

export type Writes = Pick<Writer, 'rows'>
const writers = new WeakMap<Pool, Writer>()

/** The writer beside this pool. */
export function writerBeside(pool: Pool): Writes {
  const writer = writers.get(pool) ?? new Writer(pool.options)
  writers.set(pool, writer)
  return writer
}

/** Ends the pool and what is beside it. */
export async function endPool(pool: Pool): Promise<void> {
  await Promise.all([writers.get(pool)?.end(), pool.end()])
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
