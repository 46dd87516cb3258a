import { createHash } from 'node:crypto'
import { readdirSync } from 'node:fs'
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

/** The first migration in this database that this Crest does not have: a newer one made it. Null where there is none. */
export async function laterMigration(url) {
  const known = new Set(readdirSync(migrations).map(file => file.replace(/\.sql$/, '')))
  return withClient(url, async (client) => {
    const { rows } = await client.query(`select name from ${SCHEMA}.migration order by id`)
    return rows.find(row => !known.has(row.name))?.name ?? null
  })
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

/** Who is in and who mistyped changes nothing of a world. */
const NOT_LOOKED_AT = ['session', 'session_person', 'sign_in_try', 'migration', 'heartbeat']

/** A print of all that stands in the database: another one where anything was entered, changed or taken away. */
async function printOf(client) {
  const { rows: tables } = await client.query('select tablename as name from pg_tables where schemaname = $1 order by 1', [SCHEMA])
  const prints = []
  for (const { name } of tables.filter(t => !NOT_LOOKED_AT.includes(t.name))) {
    const { rows } = await client.query(
      `select md5(coalesce(string_agg(row, '' order by row), '')) as print from (select (to_jsonb(t) - 'sample_print')::text as row
         from ${SCHEMA}.${name} t) rows`,
    )
    prints.push(`${name} ${rows[0].print}`)
  }
  return createHash('sha256').update(prints.join('\n')).digest('hex')
}

/** Remembers how the sample world stands now, just loaded. */
export async function printSample(url) {
  await withClient(url, async client =>
    client.query(`update ${SCHEMA}.studio set sample_print = $1 where world = 'sample'`, [await printOf(client)]))
}

/** Whether nobody has entered anything in the sample world since it was loaded. */
export async function sampleUntouched(url) {
  return withClient(url, async (client) => {
    const { rows } = await client.query(`select sample_print as print from ${SCHEMA}.studio where world = 'sample'`)
    return Boolean(rows[0]?.print) && rows[0].print === (await printOf(client))
  })
}

/** What was restored on purpose stays, also where it is the sample world as it was loaded. */
export async function keepSample(url) {
  await withClient(url, client => client.query(`update ${SCHEMA}.studio set sample_print = null`))
}

export async function dropSchema(url) {
  await withClient(url, client => client.query(`drop schema if exists ${SCHEMA} cascade`))
}
