import { createHash } from 'node:crypto'
import { parse } from 'csv-parse/sync'
import pg from 'pg'
import { beforeAll, describe, expect, inject, it } from 'vitest'
import { migrate } from '../../scripts/lib/database.mjs'
import { createPool } from '../../server/db/pool'
import type { Pool } from '../../server/db/pool'
import { bringIn } from '../../server/services/studio-file'
import { TABLES } from '../../shared/exports'
import { JSON_COLUMNS } from '../../server/services/studio-columns'
import { Client, event, MATE, newLot, newRun, OLD } from '../support/client'
import { sharedStudio } from '../support/studio'

let empty: Pool
let written: string
let migration: string
beforeAll(async () => {
  const { lead, mate } = await sharedStudio()
  const admin = new pg.Client({ connectionString: inject('databaseUrl') })
  await admin.connect()
  await admin.query('drop database if exists brought_in')
  await admin.query('create database brought_in')
  await admin.end()
  const url = inject('databaseUrl').replace(/\/[^/]+$/, '/brought_in')
  await migrate(url)
  empty = createPool(url)
  const { runId } = await newRun(mate, await newLot(lead, OLD))
  await mate.post(`runs/${runId}/events`, { events: [event({ kind: 'gate.ticked', step: 'try-safety', item: 'gloves' })] })
  written = await (await lead.raw('everything', 'GET')).text()
  ;({ migration } = JSON.parse(written.split('\n')[0]!) as { migration: string })
  expect((await mate.raw('everything', 'GET')).status).toBe(403)
  return () => empty.end()
})
const linesOf = (text: string) => async function* () {
  yield* text.split('\n')
}
/** The file with a line changed, and an end that fits it: as somebody would write it who wants it to pass. */
function forged(find: RegExp, put: string): string {
  const lines = written.trim().split('\n').slice(0, -1)
  const at = lines.findIndex(line => find.test(line))
  if (at === -1) throw new Error(`No line has ${find}.`)
  lines[at] = lines[at]!.replace(find, put)
  const rows: Record<string, number> = {}
  for (const line of lines.slice(1)) {
    const { table } = JSON.parse(line) as { table: string }
    rows[table] = (rows[table] ?? 0) + 1
  }
  const text = lines.map(line => `${line}\n`).join('')
  return `${text}${JSON.stringify({ end: { rows, sha256: createHash('sha256').update(text).digest('hex') } })}\n`
}
const wholeLines = (count: number) => written.split('\n').slice(0, count).join('\n')
const nobody = async () => (await empty.query('select 1 from person')).rowCount === 0

describe('a studio written as JSON', () => {
  it.each([
    ['something else', () => 'hello', /no file that Crest wrote/],
    ['nothing', () => '', /no file that Crest wrote/],
    ['a file of a newer format', () => written.replace('"version":2', '"version":3'), /newer Crest. Update this one first/],
    ['a file of a newer Crest', () => written.replace(migration, '9999_later'), /newer Crest \(9999_later/],
    ['a file of an older Crest', () => written.replace(migration, '0001_first_light'), /older Crest/],
    ['a file with a table that nobody knows', () => written.replace('"tables":{', '"tables":{"moon":{},'), /a table "moon"/],
    ['a file that was cut off within a row', () => wholeLines(5).slice(0, -10), /Line 5 can't be read/],
    ['a file that was cut off at the end of a line', () => wholeLines(8), /no end: it was cut off/],
    ['a file that was cut off after its head', () => wholeLines(1), /no end: it was cut off/],
    ['a file that was cut off within its end', () => written.slice(0, -40), /end of this file can't be read/],
    ['a file without one of its rows', () => written.replace(/\{"table":"lot".*\n/, ''), /Rows of "lot" are missing: the file has/],
    ['a file with a letter changed', () => written.replace('Lea Lead', 'Lee Lead'), /checksum does not fit/],
    ['a file with more behind its end', () => `${written}{"table":"lot","row":{}}`, /more in it than it says/],
    ['house rules that are none', () => forged(/"sinks": \d+/, '"sinks":"many"'), /"studio.rules" that Crest does not write/],
    ['a plan without steps', () => forged(/"steps": ?\[/, '"steps":[],"was":['), /"run.plan" that Crest does not write/],
    ['an event that no device sends', () => forged(/"table":"run_event"(.*)"kind": ?"[a-z.]+"/, '"table":"run_event"$1"kind":"x"'),
      /"run_event.payload" that Crest does not write/],
  ])('%s is not brought in, and nothing is changed', async (_, text, why) => {
    await expect(bringIn(empty, linesOf(text()))).rejects.toThrow(why)
    expect(await nobody()).toBe(true)
  })
  it('one table as CSV has every row, and an independent reader finds in it what the JSON file says', async () => {
    const { lead, mate } = await sharedStudio()
    const response = await lead.raw('everything?table=lot', 'GET')
    expect(response.headers.get('content-type')).toBe('text/csv; charset=utf-8')
    // Read as bytes: a text would be given without its mark.
    const text = Buffer.from(await response.arrayBuffer()).toString('utf8')
    expect(text.startsWith('\uFEFF')).toBe(true)
    const rows = parse(text, { columns: true, bom: true }) as Record<string, string>[]
    const lots = (await lead.get<{ id: string, productName: string }[]>('lots')).body
    const named = new Map(rows.map(r => [r.id!, r.product_name!]))
    for (const { id, productName } of lots) expect(named.get(id)).toBe(productName)
    expect((await lead.raw('everything?table=session', 'GET')).status).toBe(404)
    expect((await lead.raw('everything?table=moon', 'GET')).status).toBe(404)
    expect((await mate.raw('everything?table=lot', 'GET')).status).toBe(403)
    // Every table that the page offers is there.
    const head = JSON.parse(written.split('\n')[0]!) as { tables: object }
    expect(Object.keys(head.tables)).toEqual(expect.arrayContaining(TABLES.map(t => t.id)))
  })
  it('is for a lead who gave their password: a PIN is four digits, and everybody\'s are in it as hashes', async () => {
    const { lead } = await sharedStudio()
    const entry = { name: 'Pia Pinned', password: 'a-long-password', role: 'lead', pin: '9753', may: [] }
    const { body: { id } } = await lead.post<{ id: string }>('crew', entry)
    const tablet = new Client(inject('appUrl'))
    await tablet.signIn(MATE.name, MATE.password)
    expect((await tablet.post('session/person', { personId: id, pin: entry.pin })).status).toBe(200)
    expect(await tablet.get('everything')).toMatchObject({ status: 403, body: { code: 'password' } })
    const own = new Client(inject('appUrl'))
    await own.signIn(entry.name, entry.password)
    expect((await own.raw('everything', 'GET')).status).toBe(200)
    await lead.patch(`crew/${id}`, { active: false })
  })
  it('has no sessions in it: whoever finds the file is not signed in', () => {
    expect(written).not.toContain('"table":"session"')
    expect(Object.keys((JSON.parse(written.split('\n')[0]!) as { tables: object }).tables)).not.toContain('session')
  })
  it('every column that holds JSON has a schema that it is checked by', async () => {
    const { rows } = await empty.query<{ column: string }>(
      'select table_name || \'.\' || column_name as column from information_schema.columns where table_schema = $1 and data_type = $2',
      ['crest', 'jsonb'],
    )
    expect([...rows.map(r => r.column), 'person.may'].sort()).toEqual(Object.keys(JSON_COLUMNS).sort())
  })
  it('is brought in whole, also where the transaction has to be done again, and numbers on labels go on after the largest', async () => {
    // The first try is broken off when nearly all of it is stored.
    let opened = 0
    const lines = async function* () {
      opened++
      yield* linesOf(written)()
      if (opened === 2) throw Object.assign(new Error('deadlock'), { code: '40P01' })
    }
    expect(await bringIn(empty, lines)).toBe(written.trim().split('\n').length - 2)
    expect(opened).toBe(3)
    const most = 'select coalesce(max(label_no), 0)::int as no from stock'
    const { rows: [before] } = await empty.query<{ no: number }>(most)
    await empty.query('insert into stock (id, kind) values (gen_random_uuid(), \'tape\')')
    expect((await empty.query<{ no: number }>(most)).rows[0]!.no).toBe(before!.no + 1)
    await expect(bringIn(empty, linesOf(written))).rejects.toThrow(/a studio here already/)
  })
})
