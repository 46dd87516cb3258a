import { fileURLToPath } from 'node:url'
import { Stop } from './say.mjs'

const SCHEMA = 'crest'
const migrations = fileURLToPath(new URL('../../server/db/migrations', import.meta.url))

/** One connected client, closed afterwards. */
export async function withClient(url, work) {
  const { default: pg } = await import('pg')
  const client = new pg.Client({ connectionString: url, connectionTimeoutMillis: 5000 })
  client.on('error', () => {})
  try {
    await client.connect()
  }
  catch (error) {
    throw new Stop(
      `The database can't be reached (${error.code ?? error.message}). Check that it runs and that DATABASE_URL names host, port, user and `
      + `password.`,
    )
  }
  try {
    return await work(client)
  }
  finally {
    await client.end().catch(() => {})
  }
}

/** Makes the database inside a cluster of our own when it is missing. */
export async function needDatabase(cluster, name) {
  await withClient(cluster.url('postgres'), async (client) => {
    const { rowCount } = await client.query('select 1 from pg_database where datname = $1', [name])
    if (rowCount === 0) await client.query(`create database "${name}"`)
  })
  return cluster.url(name)
}

/** Brings the schema up to date. @returns {Promise<string[]>} names of the migrations that ran */
export async function migrate(url) {
  const { runner } = await import('node-pg-migrate')
  const ran = await runner({
    databaseUrl: url,
    dir: migrations,
    direction: 'up',
    migrationsTable: 'migration',
    schema: SCHEMA,
    createSchema: true,
    migrationsSchema: SCHEMA,
    createMigrationsSchema: true,
    singleTransaction: true,
    log: () => {},
    checkOrder: true,
  })
  return ran.map(m => m.name)
}

/** What stands in the database: `nothing` yet, a `sample` world, `half` of one, or a `studio`'s own data. */
export async function databaseHolds(url) {
  return withClient(url, async (client) => {
    const {
      rows: [table],
    } = await client.query('select to_regclass($1) as there', [`${SCHEMA}.person`])
    if (!table.there) return 'nothing'
    const {
      rows: [row],
    } = await client.query(`select (select count(*)::int from ${SCHEMA}.person) as people, (select world from ${SCHEMA}.studio) as world`)
    if (row.people === 0) return 'nothing'
    return { 'sample': 'sample', 'sample being loaded': 'half' }[row.world] ?? 'studio'
  })
}

export async function dropSchema(url) {
  await withClient(url, client => client.query(`drop schema if exists ${SCHEMA} cascade`))
}
