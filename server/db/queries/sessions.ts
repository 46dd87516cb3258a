import type { Db } from '../pool'
import { PERSON_COLUMNS } from './people'
import type { PersonRow } from './people'

export async function insertSession(db: Db, id: string, person: string, epoch: number, at: Date): Promise<void> {
  await db.query('insert into session (id, opened_by, person, opened_at) values ($1, $2, $2, $3)', [id, person, at])
  await db.query('insert into session_person (session_id, person_id, epoch, since) values ($1, $2, $3, $4)', [id, person, epoch, at])
}

/** Another person is at the device now; since when they may book stays as it was. */
export async function putPersonInSession(db: Db, id: string, person: string, epoch: number, at: Date): Promise<void> {
  await db.query('insert into session_person (session_id, person_id, epoch, since) values ($1, $2, $3, $4) on conflict (session_id, person_id) do update set epoch = $3', [id, person, epoch, at])
  await db.query('update session set person = $2 where id = $1', [id, person])
}

export async function endSession(db: Db, id: string, at: Date): Promise<boolean> {
  return (await db.query('update session set ended_at = $2 where id = $1 and ended_at is null', [id, at])).rowCount === 1
}

interface InSession extends PersonRow { epoch: number, opener: boolean, current: boolean }

/** Everybody who was at the device in this session, while it is open and its opener still holds it; nobody otherwise. */
export async function peopleInSession(db: Db, id: string, now: Date): Promise<InSession[]> {
  const { rows } = await db.query<InSession>(
    `select ${PERSON_COLUMNS}, m.epoch, s.opened_by = person.id as opener, s.person = person.id as current
     from session s join session_person m on m.session_id = s.id join person on person.id = m.person_id
     where s.id = $1 and session_holds($1, $2)`, [id, now])
  return rows
}

/** Of these entries, those that this session may not book. */
export async function notToBook(db: Db, session: string, entries: { id: string, by: string, at: number }[], now: Date): Promise<Set<string>> {
  const { rows } = await db.query<{ id: string }>(
    'select id from jsonb_to_recordset($2) as e(id uuid, by uuid, at timestamptz) where not may_book($1, e.by, e.at, $3)',
    [session, JSON.stringify(entries.map(e => ({ ...e, at: new Date(e.at) }))), now],
  )
  return new Set(rows.map(r => r.id))
}
