import pg from 'pg'
import type { Client } from '../tests/support/client'
import { byTurns } from './table'
import type { Row } from './table'

const ROUNDS = 15
const THINGS = 150
const MOVEMENTS = 200_000

/** The shelf and its ledger with 200,000 movements of 150 things, as whole requests, against the same rows asked of the database alone. */
export async function ledgerRows(databaseUrl: string, client: Client): Promise<Row[]> {
  const pool = new pg.Pool({ connectionString: databaseUrl, options: '-c search_path=crest', max: 1 })
  const by = (await client.get<{ signedIn: { person: { id: string } } }>('session')).body.signedIn.person.id
  await pool.query(
    `with made as (insert into stock (id, kind) select gen_random_uuid(), 'gloves' from generate_series(1, $1::int) returning id)
      insert into supply (id, name, pack, price) select id, 'Pack ' || row_number() over (), 50, 22 from made`,
    [THINGS],
  )
  await pool.query(
    `insert into movement (id, stock_id, change, kind, by_person, at)
      select gen_random_uuid(), s.id, case when n % 3 = 0 then 5 else -1 end, case when n % 3 = 0 then 'bought' else 'used' end, $1,
        now() - n * interval '1 minute'
      from (select id, row_number() over () as r from supply) s, generate_series(1, $2::int / (select count(*) from supply)) n`,
    [by, MOVEMENTS],
  )
  await pool.query('analyze movement')
  await pool.query('vacuum movement')
  const levels = `select supply.*, stock.kind, l.level from supply join stock using (id)
    left join (select stock_id, sum(change)::float8 as level from movement group by stock_id) l on l.stock_id = supply.id
    order by put_away, lower(name), supply.id`
  const [shelf, bareShelf] = await byTurns(ROUNDS, () => client.get('supplies'), () => pool.query(levels))
  const lines = `select m.*, stock.kind, coalesce(lot.product_name, roll.name, supply.name) as name from movement m
    join stock on stock.id = m.stock_id left join lot on lot.id = stock.id left join roll on roll.id = stock.id
    left join supply on supply.id = stock.id order by m.at desc, m.id desc limit 200`
  const [ledger, bareLedger] = await byTurns(ROUNDS, () => client.get('stock/ledger'), () => pool.query(lines))
  await pool.end()
  const row = (name: string, ours: number, theirs: number): Row => ({
    name,
    figure: `${ours.toFixed(1)} ms`,
    reference: `the same rows by bare SQL: ${theirs.toFixed(1)} ms`,
    ratio: ours / theirs,
    aim: 'at most 2',
  })
  return [
    row('Shelf of 150 things with 200,000 movements, whole request', shelf, bareShelf),
    row('Newest page of that ledger, whole request', ledger, bareLedger),
  ]
}
