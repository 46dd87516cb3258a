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
  await pool.query('update pass set status = \'done\' where id <> (select pass_id from run where id = $1)', [runId])
  await pool.query('update run set ended_at = now(), outcome = \'finished\', summary = \'{}\' where id <> $1', [runId])
  await pool.query(
    `with one as (select p.*, s.job_id, j.customer, j.customer_id, j.created_by, j.created_at
       from run join pass p on p.id = run.pass_id join piece_set s on s.id = p.set_id join job j on j.id = s.job_id where run.id = $1),
     jobs as (insert into job (id, customer, customer_id, due_on, entered, created_by, created_at)
       select gen_random_uuid(), 'Customer ' || n, customer_id, '2026-01-01', '{}', created_by, created_at
         from one, generate_series(1, $2::int) n
       returning id),
     sets as (insert into piece_set (id, job_id, ord, noun, pieces, surface, substrate, height_mm, girth_mm, answers, old_label, entered,
         keep_out)
       select gen_random_uuid(), jobs.id, 1, noun, pieces, surface, substrate, height_mm, girth_mm, answers, old_label, s.entered, keep_out
       from jobs, one join piece_set s on s.id = one.set_id returning id),
     passes as (insert into pass (id, set_id, resist, lot_id, details, schools, entered, placements, status)
       select gen_random_uuid(), sets.id, resist, lot_id, details, schools, entered, placements, 'done' from sets, one
       returning id, lot_id)
     insert into run (id, pass_id, lot_id, plan, times, started_by, started_at, ended_at, outcome, summary, search)
     select gen_random_uuid(), passes.id, passes.lot_id, '{"steps": []}', '[]', one.created_by, one.created_at, one.created_at, 'finished',
       '{}', 'tumbler' from passes, one`,
    [runId, FINISHED],
  )
  await pool.query('analyze')
  const bare = async () => {
    await pool.query(
      'select * from pass join piece_set s on s.id = set_id join job on job.id = job_id where status in (\'planned\', \'running\') '
      + 'order by due_on, job.id',
    )
    await pool.query(
      'select run.*, job.customer from run join pass on pass.id = pass_id join piece_set s on s.id = set_id join job on job.id = job_id '
      + 'where run.ended_at is null order by run.started_at',
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
