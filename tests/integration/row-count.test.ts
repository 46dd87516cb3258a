import pg from 'pg'
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest'
import { rowCount } from '../../server/db/row-count'

let client: pg.Client
const open = async () => {
  const opened = new pg.Client({ connectionString: inject('databaseUrl') })
  await opened.connect()
  return opened
}
beforeAll(async () => {
  client = await open()
  await client.query('create temporary table jar (no int primary key, label text, filled jsonb)')
})
afterAll(async () => client.end())

const add = (no: number | string, label: string | null = null) => ({
  name: 'add-jar',
  text: 'insert into jar select $1::int, $2, $3 where $1::int < 100 returning label, pg_sleep(0)',
  values: [no, label, '{"by":"spoon"}'],
})

describe('how many rows a statement touched', () => {
  it('is told, whatever the rows hold, and what was stored is what was given', async () => {
    expect(await rowCount(client, add(1, 'é, "two" \\ lines\n'))).toBe(1)
    expect(await rowCount(client, add(2))).toBe(1)
    expect(await rowCount(client, add(100))).toBe(0)
    expect((await client.query('select * from jar order by no')).rows).toEqual([
      { no: 1, label: 'é, "two" \\ lines\n', filled: { by: 'spoon' } },
      { no: 2, label: null, filled: { by: 'spoon' } },
    ])
    expect(await rowCount(client, { name: 'all-jars', text: 'select * from jar', values: [] })).toBe(2)
  })
  it('is not told of what was refused, and queries of other kinds may come between', async () => {
    expect(await rowCount(client, add(3))).toBe(1)
    await expect(rowCount(client, add(3))).rejects.toMatchObject({ code: '23505' })
    expect((await client.query('select count(*)::int from jar')).rows).toEqual([{ count: 3 }])
    expect(await rowCount(client, add(4))).toBe(1)
  })
  it('a statement that can\'t be read is refused, and the connection goes on', async () => {
    const broken = { name: 'broken', text: 'insert into nowhere values ($1)', values: [1] }
    await expect(rowCount(client, broken)).rejects.toMatchObject({ code: '42P01' })
    await expect(rowCount(client, broken)).rejects.toMatchObject({ code: '42P01' })
    await expect(rowCount(client, add('many'))).rejects.toMatchObject({ code: '22P02' })
    expect(await rowCount(client, add(5))).toBe(1)
  })
  it('a connection that is lost meanwhile is an error, not silence', async () => {
    const lost = await open()
    lost.on('error', () => {})
    const { rows } = await lost.query<{ pid: number }>('select pg_backend_pid() as pid')
    const waiting = rowCount(lost, { name: 'wait', text: 'select pg_sleep($1::float8)', values: [30] })
    const told = expect(waiting).rejects.toThrow()
    await client.query('select pg_terminate_backend($1)', [rows[0]!.pid])
    await told
    await expect(rowCount(lost, { name: 'one', text: 'select 1', values: [] })).rejects.toThrow()
  })
})
