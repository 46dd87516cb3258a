import { z } from 'zod'
import { inTransaction } from '../db/pool'
import type { Db, Pool } from '../db/pool'
import * as everything from '../db/queries/everything'
import type { Table } from '../db/queries/everything'
import { countPeople } from '../db/queries/people'
import { CSV_MARK, csvLines } from './csv'

export const FORMAT = 'crest-studio'
/** Of the file, not of the tables in it: those go by the migration. */
const VERSION = 1

const headSchema = z.object({
  format: z.literal(FORMAT),
  version: z.number().int(),
  migration: z.string(),
  writtenAt: z.string(),
  tables: z.record(z.string(), z.record(z.string(), z.string())),
})
export type StudioFileHead = z.output<typeof headSchema>
const lineSchema = z.object({ table: z.string(), row: z.record(z.string(), z.unknown()) })

const ROWS = 500

/** What `write` makes of the database as it stood at one moment, also where somebody breaks off the download. */
async function* asItStood(pool: Pool, write: (db: Db) => AsyncGenerator<string>): AsyncGenerator<string> {
  const db = await pool.connect()
  try {
    await db.query('begin isolation level repeatable read read only')
    yield* write(db)
    await db.query('commit')
  }
  finally {
    // Whoever breaks off leaves the transaction open.
    await db.query('rollback').catch(() => {})
    db.release()
  }
}

/** All rows of a table as JSON, some at a time. */
async function* rowsOf(db: Db, table: Table): AsyncGenerator<string[]> {
  await everything.openRows(db, table)
  for (let rows = await everything.moreRows(db, ROWS); rows.length > 0; rows = await everything.moreRows(db, ROWS)) yield rows
  await everything.closeRows(db)
}

/** Everything a studio knows, as JSON Lines: a head, then a line for each row. See docs/exports.md. */
export const writeStudio = (pool: Pool, now: Date): AsyncGenerator<string> =>
  asItStood(pool, async function* (db) {
    const tables = await everything.studioTables(db)
    const head: StudioFileHead = {
      format: FORMAT,
      version: VERSION,
      migration: await everything.lastMigration(db),
      writtenAt: now.toISOString(),
      tables: Object.fromEntries(tables.map(t => [t.name, Object.fromEntries(t.columns.map(c => [c.name, c.type]))])),
    }
    yield `${JSON.stringify(head)}\n`
    for (const table of tables)
      for await (const rows of rowsOf(db, table)) yield rows.map(row => `{"table":${JSON.stringify(table.name)},"row":${row}}\n`).join('')
  })

/**
 * One table as CSV, written as the log is; lists and objects are JSON within their field.
 * @returns null where there is no such table
 */
export async function tableCsv(pool: Pool, name: string): Promise<AsyncGenerator<string> | null> {
  const table = (await everything.studioTables(pool)).find(t => t.name === name)
  if (!table) return null
  const columns = table.columns.map(c => c.name)
  const cell = (value: unknown) => (typeof value === 'object' && value !== null ? JSON.stringify(value) : value)
  return asItStood(pool, async function* (db) {
    yield CSV_MARK + csvLines([columns])
    for await (const rows of rowsOf(db, table))
      yield csvLines(rows.map(row => JSON.parse(row) as Record<string, unknown>).map(row => columns.map(c => cell(row[c]))))
  })
}

/** A file that can't be brought in, and why. */
export class NotBroughtIn extends Error {}
const no = (why: string): never => {
  throw new NotBroughtIn(`${why} Nothing was changed.`)
}

function readHead(line: string | undefined): StudioFileHead {
  const parsed = headSchema.safeParse(readJson(line ?? ''))
  if (!parsed.success) return no('This is no file that Crest wrote: its first line does not say so.')
  if (parsed.data.version > VERSION) return no('This file was written by a newer Crest. Update this one first.')
  return parsed.data
}

function readJson(text: string): unknown {
  try {
    return JSON.parse(text)
  }
  catch {
    return undefined
  }
}

/** @throws NotBroughtIn where the tables are not those of this Crest */
function sameTables({ migration, tables }: StudioFileHead, here: readonly Table[], migrated: string): void {
  if (migration > migrated) no(`This file was written by a newer Crest (${migration}; here it is ${migrated}). Update this one first.`)
  if (migration < migrated)
    no(`This file was written by an older Crest (${migration}; here it is ${migrated}). Bring it into that one, then update that one.`)
  const unknown = Object.keys(tables).find(name => !here.some(t => t.name === name))
  if (unknown) no(`This file has a table "${unknown}" that Crest does not know.`)
}

/**
 * Brings a studio in from such a file, all of it or nothing. @param lines of the file
 * @returns rows that came in @throws NotBroughtIn where there is a studio already, or the file is none
 */
export async function bringIn(pool: Pool, lines: AsyncIterable<string>): Promise<number> {
  return inTransaction(pool, async (db) => {
    await db.query('lock table person in share row exclusive mode')
    if ((await countPeople(db)) > 0) no('There is a studio here already. Bring it into an empty one.')
    const tables = await everything.studioTables(db)
    const migrated = await everything.lastMigration(db)
    const waiting = { table: tables[0]!, rows: [] as string[] }
    const put = async () => {
      if (waiting.rows.length > 0) await everything.putRows(db, waiting.table, waiting.rows)
      waiting.rows = []
    }
    let [count, lineNo] = [0, 0]
    for await (const line of lines) {
      if (++lineNo === 1) {
        sameTables(readHead(line), tables, migrated)
        continue
      }
      if (line.trim() === '') continue
      const parsed = lineSchema.safeParse(readJson(line))
      const table = tables.find(t => t.name === parsed.data?.table)
      if (!parsed.success || !table) return no(`Line ${lineNo} can't be read: the file is damaged or was cut off.`)
      if (waiting.table !== table || waiting.rows.length >= ROWS) await put()
      waiting.table = table
      // The text as it came: read and written again, a number could lose digits.
      waiting.rows.push(line.slice(line.indexOf('"row":') + '"row":'.length, line.lastIndexOf('}')))
      count++
    }
    if (lineNo === 0) return no('This file is empty.')
    await put()
    if ((await countPeople(db)) === 0) no('This file has nobody in it who could sign in: it was cut off.')
    await everything.numbersGoOn(db)
    return count
  })
}
