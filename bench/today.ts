import pg from 'pg'
import type { Client } from '../tests/support/client'
import { newRun } from '../tests/support/client'
import { byTurns } from './table'
import type { Row } from './table'

const FINISHED = 100_000
const ROUNDS = 25

/** Today with 100,000 finished runs behind it, through the whole server, against the same two selects in bare SQL. */
export async function todayRow(databaseUrl: string, client: Client, lotId: string): Promise<Row> {
  const pool = new pg.Pool({ connectionString: databaseUrl, options: '-c search_path=crest', max: 1 })
  const { runId } = await newRun(client, lotId)
  await pool.query('update job set status = \'done\' where id in (select job_id from run where id <> $1)', [runId])
  await pool.query('update run set ended_at = now(), outcome = \'finished\', summary = \'{}\' where id <> $1', [runId])
  await pool.query(
    `with made as (
       insert into job (id, customer, due_on, noun, pieces, substrate, height_mm, girth_mm, art_width_mm, art_height_mm, open_fraction,
         resist, lot_id, entered, status, created_by, created_at)
       select gen_random_uuid(), 'Customer ' || n, '2026-01-01', noun, pieces, substrate, height_mm, girth_mm, art_width_mm, art_height_mm,
         open_fraction, resist, lot_id, entered, 'done', created_by, created_at
       from job cross join generate_series(1, $2::int) n where job.id = (select job_id from run where id = $1)
       returning id, lot_id, created_by, created_at
     )
     insert into run (id, job_id, lot_id, plan, started_by, started_at, ended_at, outcome, summary, search)
     select gen_random_uuid(), made.id, made.lot_id, '{}', made.created_by, made.created_at, made.created_at, 'finished', '{}', 'tumbler'
       from made`,
    [runId, FINISHED],
  )
  await pool.query('analyze')
  const bare = async () => {
    await pool.query('select * from job where status in (\'planned\', \'running\') order by due_on, id')
    await pool.query(
      'select run.*, job.customer from run join job on job.id = run.job_id where run.ended_at is null order by run.started_at',
    )
    await pool.query('select * from run_event where run_id = any(select id from run where ended_at is null) order by run_id, seq')
  }
  const [a, b] = await byTurns(ROUNDS, () => client.get('today'), bare)
  await pool.end()
  return {
    name: 'Today with 100,000 finished runs, whole request',
    figure: `${a.toFixed(1)} ms`,
    reference: `bare SQL: ${b.toFixed(1)} ms`,
    ratio: a / b,
  }
}
