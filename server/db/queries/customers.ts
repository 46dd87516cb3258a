import type { Customer, CustomerEntry, CustomerExport } from '#shared/customers'
import { unnamed } from '#core/plan/run-plan'
import type { RunPlan } from '#core/plan/run-plan'
import { ERASED } from '#shared/customers'
import { PAGE_ROWS } from '#shared/pages'
import type { Db } from '../pool'

/** A job whose passes are not all through. */
const OPEN = `exists (select 1 from pass join piece_set s on s.id = pass.set_id
  where s.job_id = job.id and pass.status in ('planned', 'running'))`

const CUSTOMER = `select c.id, c.name, c.email, c.phone, c.address, c.likes, c.erased_at is not null as erased, c.version,
  (select count(*)::int from job where job.customer_id = c.id) as jobs,
  (select count(*)::int from job where job.customer_id = c.id and ${OPEN}) as open,
  (select max(job.due_on)::text from job where job.customer_id = c.id) as "lastDue",
  (select jsonb_build_object('id', job.id, 'sets', (select jsonb_agg(jsonb_build_object('pieces', s.pieces, 'noun', s.noun) order by s.ord)
      from piece_set s where s.job_id = job.id))
    from job where job.customer_id = c.id order by job.created_at desc, job.id limit 1) as "lastJob"
  from customer c`

/** A page of them, by name; who was erased is left out. @param after the last row of the page before, or null */
export async function listCustomers(db: Db, after: string | null): Promise<Customer[]> {
  const { rows } = await db.query<Customer>(
    `${CUSTOMER} where c.erased_at is null
      and ($1::uuid is null or (lower(c.name), c.id) > (select lower(name), id from customer where id = $1))
    order by lower(c.name), c.id limit $2`,
    [after, PAGE_ROWS],
  )
  return rows
}

export async function customerById(db: Db, id: string): Promise<Customer | undefined> {
  return (await db.query<Customer>(`${CUSTOMER} where c.id = $1`, [id])).rows[0]
}

/** @returns false when this id is known already. Throws a unique violation where somebody else has the name */
export async function insertCustomer(db: Db, id: string, c: CustomerEntry, at: Date): Promise<boolean> {
  const { rowCount } = await db.query(
    `insert into customer (id, name, email, phone, address, likes, created_at) values ($1, $2, $3, $4, $5, $6, $7)
     on conflict (id) do nothing`,
    [id, c.name, c.email, c.phone, c.address, c.likes, at],
  )
  return rowCount === 1
}

/** @returns false when somebody else changed it since `version`. Throws a unique violation where somebody else has the name */
export async function updateCustomer(db: Db, id: string, c: CustomerEntry, version: number): Promise<boolean> {
  const { rowCount } = await db.query(
    `update customer set name = $2, email = $3, phone = $4, address = $5, likes = $6, version = version + 1
      where id = $1 and version = $7 and erased_at is null`,
    [id, c.name, c.email, c.phone, c.address, c.likes, version],
  )
  return rowCount === 1
}

/** Jobs stand under the name that their customer has now. */
export async function renameJobsOf(db: Db, id: string, name: string): Promise<void> {
  await db.query(
    `update job set customer = $2, entered = jsonb_set(entered, '{customer}', to_jsonb($2::text))
      where customer_id = $1 and customer <> $2`,
    [id, name],
  )
}

/** Whose job this is, by name; somebody new is written down. @returns the id */
export async function customerCalled(db: Db, name: string, at: Date): Promise<string> {
  await db.query(
    `insert into customer (id, name, created_at) values (gen_random_uuid(), $1, $2)
     on conflict (lower(name)) where erased_at is null do nothing`,
    [name, at],
  )
  const { rows } = await db.query<{ id: string }>('select id from customer where lower(name) = lower($1) and erased_at is null', [name])
  return rows[0]!.id
}

export async function jobsOfCustomer(db: Db, id: string): Promise<string[]> {
  const { rows } = await db.query<{ id: string }>('select id from job where customer_id = $1 order by created_at desc, id', [id])
  return rows.map(r => r.id)
}

export async function finishedRunsOf(db: Db, jobId: string): Promise<CustomerExport['jobs'][number]['finishedRuns']> {
  const { rows } = await db.query<{ endedAt: Date, good: number, scrap: number }>(
    `select run.ended_at as "endedAt", (run.summary ->> 'good')::int as good, (run.summary ->> 'scrap')::int as scrap
      from run join pass on pass.id = run.pass_id join piece_set s on s.id = pass.set_id
      where s.job_id = $1 and run.outcome = 'finished' order by run.ended_at, run.id`,
    [jobId],
  )
  return rows.map(r => ({ ...r, endedAt: r.endedAt.toISOString() }))
}

/**
 * Takes out who somebody was: name, contact, likes, notes of their jobs, names on their pieces, and all of these from what the log is
 * searched by. Measures, times and amounts stay.
 */
export async function eraseCustomer(db: Db, id: string, at: Date): Promise<void> {
  const ofThem = `(select run.id from run join pass on pass.id = run.pass_id join piece_set s on s.id = pass.set_id
    join job on job.id = s.job_id where job.customer_id = $1)`
  const { rows: named } = await db.query<{ id: string, plan: RunPlan }>(
    `select id, plan from run where plan ? 'names' and id in ${ofThem}`,
    [id],
  )
  for (const run of named) await db.query('update run set plan = $2 where id = $1', [run.id, JSON.stringify(unnamed(run.plan))])
  // The words that a run is found by begin with the customer; what was seen on the pieces may say anything.
  await db.query(
    `update run set search = lower(concat_ws(' ', $2::text, plan ->> 'noun',
      (select string_agg(piece ->> 'result', ' ') from jsonb_array_elements(summary -> 'pieces') piece))) where id in ${ofThem}`,
    [id, ERASED],
  )
  await db.query(
    `update piece_set set names = '{}', entered = jsonb_set(entered, '{names}', '""')
      where job_id in (select id from job where customer_id = $1)`,
    [id],
  )
  await db.query(
    `update job set customer = $2, notes = '', entered = entered || jsonb_build_object('customer', $2::text, 'notes', '')
      where customer_id = $1`,
    [id, ERASED],
  )
  await db.query(
    `update quote set content = jsonb_set(content, '{note}', '""') where job_id in (select id from job where customer_id = $1)`,
    [id],
  )
  await db.query(
    `update customer set name = $2, email = '', phone = '', address = '', likes = '', erased_at = $3, version = version + 1 where id = $1`,
    [id, ERASED, at],
  )
}
