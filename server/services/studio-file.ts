import { createHash } from 'node:crypto'
import { z } from 'zod'
import { inTransaction } from '../db/pool'
import type { Db, Pool } from '../db/pool'
import * as everything from '../db/queries/everything'
import type { Table } from '../db/queries/everything'
import { countPeople } from '../db/queries/people'
import { CSV_MARK, csvLines } from './csv'
import { wrongColumn } from './studio-columns'

export const FORMAT = 'crest-studio'
/** Of the file, not of the tables in it: those go by the migration. Since 2 it has an end. */
const VERSION = 2

const headSchema = z.object({
  format: z.literal(FORMAT),
  version: z.number().int(),
  migration: z.string(),
  writtenAt: z.string(),
  tables: z.record(z.string(), z.record(z.string(), z.string())),
})
export type StudioFileHead = z.output<typeof headSchema>
const lineSchema = z.object({ table: z.string(), row: z.record(z.string(), z.unknown()) })
/** Says that nothing is missing: rows of each table that has some, and the SHA-256 of all lines before it, each with its line feed. */
const endSchema = z.object({ end: z.object({ rows: z.record(z.string(), z.number().int()), sha256: z.string() }) })

const ROWS = 500

/** What `write` makes of the database as it stood at one moment, also where somebody breaks off the download. */
async function* asItStood(pool: Pool, write: (db: Db) => AsyncGenerator<string>): AsyncGenerator<string> {
  const db = await pool.connect()
  try {
    await db.query('begin isolation level repeatable read read only')
    // Whoever downloads it over a slow network may take his time.
    await db.query('set local idle_in_transaction_session_timeout = 0')
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
    const hash = createHash('sha256')
    const counts: Record<string, number> = {}
    const hashed = (text: string) => {
      hash.update(text)
      return text
    }
    yield hashed(`${JSON.stringify(head)}\n`)
    for (const table of tables) {
      for await (const rows of rowsOf(db, table)) {
        counts[table.name] = (counts[table.name] ?? 0) + rows.length
        yield hashed(rows.map(row => `{"table":${JSON.stringify(table.name)},"row":${row}}\n`).join(''))
      }
    }
    yield `${JSON.stringify({ end: { rows: counts, sha256: hash.digest('hex') } })}\n`
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

/** One line after the head. */
interface RowLine {
  table: Table
  /** The row as it came: read and written again, a number could lose digits. */
  text: string
}

/** All rows of a file, each checked. @throws NotBroughtIn where it isn't whole, or a row is not what Crest writes */
async function* checkedRows(lines: AsyncIterable<string>, tables: readonly Table[], migrated: string): AsyncGenerator<RowLine> {
  const hash = createHash('sha256')
  const counts: Record<string, number> = {}
  let lineNo = 0
  let ended = false
  for await (const line of lines) {
    if (ended && line.trim() !== '') no('This file has more in it than it says at its end.')
    if (++lineNo === 1) sameTables(readHead(line), tables, migrated)
    else if (!ended && line.startsWith('{"end":')) ended = endsWell(line, counts, hash.copy().digest('hex'))
    else if (!ended) {
      const parsed = lineSchema.safeParse(readJson(line))
      const table = tables.find(t => t.name === parsed.data?.table)
      if (!parsed.success || !table) return no(`Line ${lineNo} can't be read: the file is damaged or was cut off.`)
      const wrong = wrongColumn(table.name, parsed.data.row)
      if (wrong !== null) no(`Line ${lineNo} has something in "${table.name}.${wrong}" that Crest does not write there.`)
      counts[table.name] = (counts[table.name] ?? 0) + 1
      yield { table, text: line.slice(line.indexOf('"row":') + '"row":'.length, line.lastIndexOf('}')) }
    }
    hash.update(`${line}\n`)
  }
  if (lineNo === 0) no('This file is empty.')
  if (!ended) no('This file has no end: it was cut off. Download it again.')
}

/** @returns true @throws NotBroughtIn where the end does not fit what came before it */
function endsWell(line: string, counts: Readonly<Record<string, number>>, sha256: string): boolean {
  const { data } = endSchema.safeParse(readJson(line))
  if (!data) return no('The end of this file can\'t be read: it was cut off.')
  const names = new Set([...Object.keys(counts), ...Object.keys(data.end.rows)])
  const short = [...names].find(name => counts[name] !== data.end.rows[name])
  if (short) no(`Rows of "${short}" are missing: the file has ${counts[short] ?? 0} of ${data.end.rows[short] ?? 0}.`)
  if (data.end.sha256 !== sha256) no('This file was changed or damaged since it was written: its checksum does not fit.')
  return true
}

/** Stores rows, some of one table at a time. */
async function putAll(db: Db, rows: AsyncIterable<RowLine>): Promise<number> {
  let count = 0
  let waiting: { table: Table, texts: string[] } | undefined
  for await (const { table, text } of rows) {
    if (waiting && (waiting.table !== table || waiting.texts.length >= ROWS)) {
      await everything.putRows(db, waiting.table, waiting.texts)
      waiting = undefined
    }
    waiting ??= { table, texts: [] }
    waiting.texts.push(text)
    count++
  }
  if (waiting) await everything.putRows(db, waiting.table, waiting.texts)
  return count
}

/**
 * Brings a studio in from such a file, all of it or nothing. The whole file is checked before anything is stored, and read a second time
 * for it, so that the transaction can be done again.
 * @param lines opens the file and reads it from its beginning
 * @returns rows that came in @throws NotBroughtIn where there is a studio already, or the file is none
 */
export async function bringIn(pool: Pool, lines: () => AsyncIterable<string>): Promise<number> {
  const [tables, migrated] = [await everything.studioTables(pool), await everything.lastMigration(pool)]
  let people = 0
  for await (const { table } of checkedRows(lines(), tables, migrated)) if (table.name === 'person') people++
  if (people === 0) no('This file has nobody in it who could sign in.')
  return inTransaction(pool, async (db) => {
    await db.query('lock table person in share row exclusive mode')
    if ((await countPeople(db)) > 0) no('There is a studio here already. Bring it into an empty one.')
    const count = await putAll(db, checkedRows(lines(), tables, migrated))
    await everything.numbersGoOn(db)
    return count
  })
}
