import type { Db } from '../pool'
import { PERSON_COLUMNS } from './people'
import type { PersonRow } from './people'

/** Opens a session for somebody who has just given their password. */
export async function insertSession(db: Db, id: string, person: string, epoch: number, at: Date): Promise<void> {
  await db.query('insert into session (id, opened_by, person, opened_at) values ($1, $2, $2, $3)', [id, person, at])
  await db.query(
    'insert into session_person (session_id, person_id, epoch, since, password_at) values ($1, $2, $3, $4, $4)',
    [id, person, epoch, at],
  )
}

/** Puts another person at the device, by PIN: they have given no password. Since when they may book stays as it was. */
export async function putPersonInSession(db: Db, id: string, person: string, epoch: number, at: Date): Promise<void> {
  await db.query(
    'insert into session_person (session_id, person_id, epoch, since) values ($1, $2, $3, $4) on conflict (session_id, person_id) do '
    + 'update set epoch = $3, password_at = null',
    [id, person, epoch, at],
  )
  await db.query('update session set person = $2 where id = $1', [id, person])
}

/** Notes that the person at the device gave their password; nothing where somebody else has taken over meanwhile. */
export async function putPasswordGiven(db: Db, id: string, person: string, at: Date): Promise<void> {
  await db.query(
    `update session_person set password_at = $3 where session_id = $1 and person_id = $2
       and exists (select 1 from session where id = $1 and person = $2)`,
    [id, person, at],
  )
}

export async function endSession(db: Db, id: string, at: Date): Promise<boolean> {
  return (await db.query('update session set ended_at = $2 where id = $1 and ended_at is null', [id, at])).rowCount === 1
}

/** SQL: the session `s` has not been ended and is not too old. @param now of the asking */
const isOpen = (now: string) => `s.ended_at is null and s.opened_at > ${now} - interval '168 hours'`

/**
 * SQL: the session `s` is open and its opener still holds it. Inlined, so that it is planned once with the statement that asks.
 * @param now of the asking
 */
export const holds = (now: string) => `${isOpen(now)} and exists (
    select 1 from session_person o join person op on op.id = o.person_id and op.active and op.session_epoch = o.epoch
      where o.session_id = s.id and o.person_id = s.opened_by)`

/** SQL of what is asked: through which session, whose entry, when it was made, and when it is asked. */
type Booking = Record<'session' | 'who' | 'at' | 'now', string>

/**
 * SQL: whether an entry of this person may be booked through this session. They opened it or took over in it, and were signed in
 * somewhere when it was made; two minutes are allowed between clocks.
 */
export const mayBook = ({ session, who, at, now }: Booking) => `exists (
  select 1 from session s join session_person m on m.session_id = s.id and m.person_id = ${who} join person p on p.id = m.person_id
    and p.active and p.session_epoch = m.epoch
  where s.id = ${session} and ${holds(now)} and (m.since <= ${at} + interval '2 minutes' or exists (
    select 1 from session_person other join session elsewhere on elsewhere.id = other.session_id
    where other.person_id = ${who} and other.since <= ${at} + interval '2 minutes' and (elsewhere.ended_at is null
      or elsewhere.ended_at >= ${at} - interval '2 minutes'))))`

interface InSession extends PersonRow {
  epoch: number
  opener: boolean
  current: boolean
  passwordAt: Date | null
}

/** Everybody who was at the device in this session, while it is open and its opener still holds it; nobody otherwise. */
export async function peopleInSession(db: Db, id: string, now: Date): Promise<InSession[]> {
  const { rows } = await db.query<InSession>({
    name: 'people-in-session',
    text: `select ${PERSON_COLUMNS}, m.epoch, m.password_at as "passwordAt", s.opened_by = person.id as opener,
        s.person = person.id as current
      from session s join session_person m on m.session_id = s.id join person on person.id = m.person_id where s.id = $1
        and ${holds('$2::timestamptz')}`,
    values: [id, now],
  })
  return rows
}
