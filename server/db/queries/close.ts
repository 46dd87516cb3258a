import type { FilterHours, TouchEvent } from '#core/crew/close'
import type { CloseEntry, Closing } from '#shared/close'
import type { Db } from '../pool'

const CLOSING = 'id, day, lines as marks, note, by_person as by, at'

/** The latest closing of a day. */
export async function closingOf(db: Db, day: string): Promise<Closing | null> {
  const { rows } = await db.query<Closing>(`select ${CLOSING} from day_close where day = $1 order by at desc, id desc limit 1`, [day])
  return rows[0] ?? null
}

/** The latest closing of any day before this one. */
export async function closingBefore(db: Db, day: string): Promise<Closing | null> {
  const { rows } = await db.query<Closing>(`select ${CLOSING} from day_close where day < $1 order by day desc, at desc, id desc limit 1`, [
    day,
  ])
  return rows[0] ?? null
}

export async function closingById(db: Db, id: string): Promise<Closing | null> {
  return (await db.query<Closing>(`select ${CLOSING} from day_close where id = $1`, [id])).rows[0] ?? null
}

export async function insertClosing(db: Db, c: CloseEntry, by: string, at: Date): Promise<void> {
  await db.query('insert into day_close (id, day, lines, note, by_person, at) values ($1, $2, $3, $4, $5, $6)', [
    c.id,
    c.day,
    JSON.stringify(c.marks),
    c.note,
    by,
    at,
  ])
}

/** What was entered at benches between two moments, that was not taken back. */
export async function touchesBetween(
  db: Db,
  from: Date,
  to: Date,
): Promise<(TouchEvent & { lotId: string, lot: string, subject: string, why: string | null })[]> {
  const { rows } = await db.query<
    Omit<TouchEvent & { lotId: string, lot: string, subject: string, why: string | null }, 'at'> & { at: Date }
  >(
    `select e.run_id as "runId", run.plan ->> 'method' as method, e.kind, e.piece, e.by_person as by, e.at,
      (e.payload ->> 'seconds')::float8 as seconds, e.payload ->> 'why' as why, run.lot_id as "lotId", lot.product_name as lot,
      coalesce(job.customer, lot.product_name) as subject
    from run_event e join run on run.id = e.run_id join lot on lot.id = run.lot_id
      left join pass on pass.id = run.pass_id left join piece_set s on s.id = pass.set_id left join job on job.id = s.job_id
    where e.at >= $1 and e.at < $2
      and not exists (select 1 from run_event u
        where u.run_id = e.run_id and u.kind = 'event.undone' and u.payload ->> 'target' = e.id::text)
    order by e.at`,
    [from, to],
  )
  return rows.map(r => ({ ...r, at: r.at.getTime() }))
}

/** The cabinet's filter: gun time of finished runs since one was last taken from the shelf. None where the studio keeps none. */
export async function cabinetFilter(db: Db): Promise<FilterHours[]> {
  const { rows } = await db.query<FilterHours>(
    `select 'cabinet' as kind, null as by, supply.name, (supply.details ->> 'hours')::float8 as life, supply.expires_on as "expiresOn",
      coalesce((select sum((piece ->> 'dwell')::float8) / 3600 from run, jsonb_array_elements(run.summary -> 'pieces') piece
        where run.plan ->> 'method' = 'blast' and run.ended_at >= coalesce(changed.at, '-infinity') and piece ->> 'dwell' is not null), 0)
        as hours
    from supply join stock on stock.id = supply.id
      left join lateral (select max(at) as at from movement where stock_id = supply.id and change < 0 and kind <> 'counted') changed on true
    where stock.kind = 'cabinet-filter' and not supply.put_away order by changed.at desc nulls last, supply.id limit 1`,
  )
  return rows
}

/**
 * Respirator filters: of each person who has taken a set from the shelf, the hours since. Worn at a run from the first blast to the last
 * piece out, for it is taken off last.
 */
export async function respiratorFilters(db: Db): Promise<FilterHours[]> {
  const { rows } = await db.query<FilterHours>(
    `with changed as (
      select distinct on (m.by_person) m.by_person, m.at, supply.name, supply.expires_on, (supply.details ->> 'hours')::float8 as life
      from movement m join stock s on s.id = m.stock_id join supply on supply.id = s.id
      where s.kind = 'respirator-filter' and m.kind in ('used', 'used-late')
      order by m.by_person, m.at desc, m.id desc)
    select 'respirator' as kind, changed.by_person as by, changed.name, changed.life, changed.expires_on as "expiresOn",
      (coalesce(sum(worn.seconds), 0) / 3600)::float8 as hours
    from changed left join lateral (
      select extract(epoch from max(e.at) - min(e.at - make_interval(secs => coalesce((e.payload ->> 'seconds')::float8, 0)))) as seconds
      from run_event e join run on run.id = e.run_id
      where e.by_person = changed.by_person and e.at >= changed.at and run.plan ->> 'method' = 'blast'
        and e.kind in ('gun.on', 'gun.off', 'gun.entered', 'piece.blasted')
      group by e.run_id) worn on true
    group by changed.by_person, changed.name, changed.life, changed.expires_on
    order by changed.name, changed.by_person`,
  )
  return rows
}
