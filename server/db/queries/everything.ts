import type { Db } from '../pool'
import { SCHEMA } from '../pool'

/** What belongs to a device or to this installation, and to no studio. */
const NOT_THE_STUDIOS = ['session', 'session_person', 'sign_in_try', 'migration', 'heartbeat']

/** A table as it is written out. @property columns with their types, in their order; what is worked out by the database is left out */
export interface Table {
  name: string
  columns: { name: string, type: string }[]
  key: string[]
}

/** All tables of a studio, each after those it refers to. @throws Error where tables refer to each other in a ring */
export async function studioTables(db: Db): Promise<Table[]> {
  const { rows: columns } = await db.query<{ table: string, name: string, type: string }>(
    `select c.relname as "table", a.attname as name, format_type(a.atttypid, a.atttypmod) as type
      from pg_class c join pg_attribute a on a.attrelid = c.oid
      where c.relnamespace = $1::regnamespace and c.relkind = 'r' and a.attnum > 0 and not a.attisdropped and a.attgenerated = ''
        and c.relname <> all($2) order by c.relname, a.attnum`,
    [SCHEMA, NOT_THE_STUDIOS],
  )
  const { rows: keys } = await db.query<{ table: string, key: string[] }>(
    `select c.relname as "table", array_agg(a.attname::text order by array_position(i.indkey::int2[], a.attnum)) as key
      from pg_index i join pg_class c on c.oid = i.indrelid join pg_attribute a on a.attrelid = c.oid and a.attnum = any(i.indkey)
      where i.indisprimary and c.relnamespace = $1::regnamespace group by c.relname`,
    [SCHEMA],
  )
  const { rows: refers } = await db.query<{ table: string, to: string }>(
    `select distinct c.relname as "table", t.relname as "to" from pg_constraint f join pg_class c on c.oid = f.conrelid
      join pg_class t on t.oid = f.confrelid where f.contype = 'f' and c.relnamespace = $1::regnamespace and c.oid <> t.oid`,
    [SCHEMA],
  )
  const names = [...new Set(columns.map(c => c.table))]
  const ordered: string[] = []
  while (ordered.length < names.length) {
    const there = (name: string) => ordered.includes(name) || !names.includes(name)
    const next = names.filter(n => !ordered.includes(n) && refers.every(r => r.table !== n || there(r.to)))
    if (next.length === 0) throw new Error(`Tables refer to each other: ${names.filter(n => !ordered.includes(n)).join(', ')}.`)
    ordered.push(...next)
  }
  return ordered.map(name => ({
    name,
    columns: columns.filter(c => c.table === name).map(c => ({ name: c.name, type: c.type })),
    key: keys.find(k => k.table === name)?.key ?? [],
  }))
}

export async function lastMigration(db: Db): Promise<string> {
  const { rows } = await db.query<{ name: string }>(`select name from ${SCHEMA}.migration order by id desc limit 1`)
  return rows[0]!.name
}

const quoted = (name: string) => `"${name.replaceAll('"', '""')}"`

/** Opens a look at all rows of a table, by its key. */
export async function openRows(db: Db, { name, columns, key }: Table): Promise<void> {
  const row = columns.map(c => quoted(c.name)).join(', ')
  const order = (key.length > 0 ? key : columns.map(c => c.name)).map(quoted).join(', ')
  const rows = `select to_jsonb(r)::text as row from (select ${row} from ${quoted(name)}) r order by ${order}`
  await db.query(`declare written no scroll cursor for ${rows}`)
}
export async function moreRows(db: Db, limit: number): Promise<string[]> {
  return (await db.query<{ row: string }>(`fetch ${limit} from written`)).rows.map(r => r.row)
}
export const closeRows = (db: Db) => db.query('close written')

/** Stores rows as they were written. @param rows JSON, one each */
export async function putRows(db: Db, table: Pick<Table, 'name' | 'columns'>, rows: readonly string[]): Promise<void> {
  const columns = table.columns.map(c => quoted(c.name)).join(', ')
  await db.query(
    `insert into ${quoted(table.name)} (${columns}) overriding system value
      select ${columns} from jsonb_populate_recordset(null::${quoted(table.name)}, $1::jsonb)`,
    [`[${rows.join(',')}]`],
  )
}

/** Numbers that the database gives go on after the largest there is. */
export async function numbersGoOn(db: Db): Promise<void> {
  const { rows } = await db.query<{ table: string, name: string }>(
    `select c.relname as "table", a.attname as name from pg_class c join pg_attribute a on a.attrelid = c.oid
      where c.relnamespace = $1::regnamespace and a.attidentity <> ''`,
    [SCHEMA],
  )
  for (const { table, name } of rows) {
    const sequence = `pg_get_serial_sequence('${SCHEMA}.${table}', '${name}')`
    await db.query(`select setval(${sequence}, max(${quoted(name)})) from ${quoted(table)} having count(*) > 0`)
  }
}
