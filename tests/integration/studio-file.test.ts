import { parse } from 'csv-parse/sync'
import pg from 'pg'
import { beforeAll, describe, expect, inject, it } from 'vitest'
import { migrate } from '../../scripts/lib/database.mjs'
import { createPool } from '../../server/db/pool'
import type { Pool } from '../../server/db/pool'
import { bringIn } from '../../server/services/studio-file'
import { TABLES } from '../../shared/exports'
import { Client, MATE } from '../support/client'
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
  written = await (await lead.raw('everything', 'GET')).text()
  ;({ migration } = JSON.parse(written.split('\n')[0]!) as { migration: string })
  expect((await mate.raw('everything', 'GET')).status).toBe(403)
  return () => empty.end()
})
async function* linesOf(text: string) {
  yield* text.split('\n')
}
const nobody = async () => (await empty.query('select 1 from person')).rowCount === 0

describe('a studio written as JSON', () => {
  it.each([
    ['something else', () => 'hello', /no file that Crest wrote/],
    ['nothing', () => '', /no file that Crest wrote/],
    ['a file of a newer format', () => written.replace('"version":1', '"version":2'), /newer Crest. Update this one first/],
    ['a file of a newer Crest', () => written.replace(migration, '9999_later'), /newer Crest \(9999_later/],
    ['a file of an older Crest', () => written.replace(migration, '0001_first_light'), /older Crest/],
    ['a file with a table that nobody knows', () => written.replace('"tables":{', '"tables":{"moon":{},'), /a table "moon"/],
    ['a file that was cut off within a line', () => written.slice(0, -40), /Line \d+ can't be read/],
    ['a file that was cut off after its head', () => written.split('\n')[0]!, /nobody in it/],
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
  it('is brought in whole, and numbers on labels go on after the largest', async () => {
    expect(await bringIn(empty, linesOf(written))).toBe(written.trim().split('\n').length - 1)
    const most = 'select coalesce(max(label_no), 0)::int as no from stock'
    const { rows: [before] } = await empty.query<{ no: number }>(most)
    await empty.query('insert into stock (id, kind) values (gen_random_uuid(), \'tape\')')
    expect((await empty.query<{ no: number }>(most)).rows[0]!.no).toBe(before!.no + 1)
    await expect(bringIn(empty, linesOf(written))).rejects.toThrow(/a studio here already/)
  })
})
