import pg from 'pg'
import { newRun } from '../tests/support/client'
import type { Client } from '../tests/support/client'
import { through } from '../tests/support/through'
import { byTurns } from './table'
import type { Row } from './table'

const ROUNDS = 15
const RUNS = 200_000

/** The log with 200,000 runs: a word that few have, a word that most have, and a filter, as whole requests against bare SQL. */
export async function logRows(databaseUrl: string, client: Client, lotId: string): Promise<Row[]> {
  const { runId } = await newRun(client, lotId, { pieces: '2', customer: 'Bench pier' })
  await through(client, runId, ['good', 'usable'])
  const pool = new pg.Pool({ connectionString: databaseUrl, options: '-c search_path=crest', max: 1 })
  // One in a thousand has the rare word, one in five hundred the rare tag; the rest differ by their number.
  await pool.query(
    `insert into run (id, pass_id, lot_id, plan, started_by, started_at, ended_at, outcome, summary, search, tags)
      select gen_random_uuid(), pass_id, lot_id, plan, started_by, started_at, ended_at - n * interval '7 minutes', outcome, summary,
        search || ' regatta' || n || case when n % 1000 = 0 then ' lighthouse' else '' end,
        case when n % 500 = 0 then tags || 'fault:thin'::text else tags end
      from run cross join generate_series(1, $2::int) n where id = $1`,
    [runId, RUNS],
  )
  await pool.query(
    `insert into judged select id, n, ended_at, case when random() < 0.8 then 'good' else 'usable' end, '{thin}', 1.02, 'soda-lime',
        case when random() < 0.5 then 'mesh' else 'permanent-vinyl' end, 'general-cream', 'label', 'cylinder', lot_id, started_by
      from run cross join generate_series(1, 3) n where run.lot_id = (select lot_id from run where id = $1) and run.id <> $1
        and run.outcome = 'finished'`,
    [runId],
  )
  await pool.query('vacuum analyze run')
  await pool.query('vacuum analyze judged')
  const ask = async (name: string, query: string, condition: string, order = 'ended_at desc, id desc'): Promise<Row> => {
    const sql = `select run.*, lot.product_name, person.name from (select * from run where outcome = 'finished' and ${condition}
        order by ${order} limit 50) run
      join lot on lot.id = run.lot_id join person on person.id = run.started_by`
    const [ours, bare] = await byTurns(ROUNDS, () => client.get(`log?${query}`), () => pool.query(sql))
    return {
      name: `Log of 200,000 runs, ${name}, whole request`,
      figure: `${ours.toFixed(1)} ms`,
      reference: `the same 50 runs by bare SQL: ${bare.toFixed(1)} ms`,
      ratio: ours / bare,
      aim: 'at most 2',
    }
  }
  const match = 'words @@ to_tsquery(\'simple\', \'lightho:*\')'
  const rows = [
    await ask('a rare word', 'q=lightho', match),
    await ask('a word of every run', 'q=bench', 'words @@ to_tsquery(\'simple\', \'bench:*\')'),
    await ask(
      'best match first',
      'q=lightho&sort=match',
      match,
      'ts_rank(words, to_tsquery(\'simple\', \'lightho:*\')) desc, ended_at desc, id desc',
    ),
    await ask('a rare fault', 'fault=thin', 'tags @> \'{fault:thin}\''),
    await ask('its newest page', '', 'true'),
    await ask('the most scrap first', 'sort=scrap', 'true', '((summary ->> \'scrap\')::int) desc, ended_at desc, id desc'),
  ]
  const kinds = `select resist, count(distinct run_id), count(*), count(*) filter (where result = 'good') from judged group by resist`
  const [works, counted] = await byTurns(ROUNDS, () => client.get('works?by=resist'), () => pool.query(kinds))
  rows.push({
    name: 'What works with 600,000 judged pieces, whole request',
    figure: `${works.toFixed(0)} ms`,
    reference: `one of its four questions by bare SQL: ${counted.toFixed(0)} ms`,
    ratio: works / counted,
    aim: 'at most 2',
  })
  const latest = 'select plan, summary from run where outcome = \'finished\' order by ended_at desc, id desc limit 300'
  const [studio, bare] = await byTurns(ROUNDS, () => client.get('studio'), () => pool.query(latest))
  rows.push({
    name: 'House rules with the studio\'s own times and paces, whole request',
    figure: `${studio.toFixed(1)} ms`,
    reference: `its latest 300 runs by bare SQL: ${bare.toFixed(1)} ms`,
    ratio: studio / bare,
    aim: 'at most 2',
  })
  await pool.end()
  return rows
}
