import { PAGE_ROWS } from '#shared/pages'
import type { Db } from '../pool'
import type { Skill } from '#core/trade/skills'
import type { Person, Role } from '#shared/accounts'

export interface PersonRow extends Person {
  passwordHash: string
  pinHash: string | null
  pinMisses: number
  pinLockedUntil: Date | null
  sessionEpoch: number
}

export const PERSON_COLUMNS = `person.id, name, role, active, may, length_unit as "lengthUnit", pin_hash is not null as "hasPin",
  password_hash as "passwordHash",
  pin_hash as "pinHash",
  pin_misses as "pinMisses", pin_locked_until as "pinLockedUntil", session_epoch as "sessionEpoch"`

export async function peopleByIds(db: Db, ids: string[]): Promise<PersonRow[]> {
  return (await db.query<PersonRow>(`select ${PERSON_COLUMNS} from person where id = any($1)`, [ids])).rows
}

export async function personByName(db: Db, name: string): Promise<PersonRow | undefined> {
  return (await db.query<PersonRow>(`select ${PERSON_COLUMNS} from person where lower(name) = lower($1)`, [name])).rows[0]
}

export async function lockPerson(db: Db, id: string): Promise<PersonRow | undefined> {
  return (await db.query<PersonRow>(`select ${PERSON_COLUMNS} from person where id = $1 for update`, [id])).rows[0]
}

const CREW_COLUMNS = 'id, name, role, active, may, length_unit as "lengthUnit", pin_hash is not null as "hasPin"'

/** A page of all who ever worked here, by name; those who left come last. @param after the last row of the page before, or null */
export async function listPeople(db: Db, after: string | null): Promise<Person[]> {
  return (
    await db.query<Person>(
      `
    select ${CREW_COLUMNS} from person
    where $1::uuid is null or (not active, lower(name), id) > (select not active, lower(name), id from person where id = $1)
    order by not active, lower(name), id limit $2`,
      [after, PAGE_ROWS],
    )
  ).rows
}

/** Who works here now, and whoever else is named. */
export async function crewWith(db: Db, ids: readonly string[] = []): Promise<Person[]> {
  return (
    await db.query<Person>(`select ${CREW_COLUMNS} from person where active or id = any($1) order by not active, lower(name), id`, [ids])
  ).rows
}

export async function countPeople(db: Db): Promise<number> {
  return (await db.query<{ n: number }>('select count(*)::int as n from person')).rows[0]!.n
}

export async function countActiveLeads(db: Db): Promise<number> {
  return (await db.query<{ n: number }>('select count(*)::int as n from person where active and role = \'lead\'')).rows[0]!.n
}

export async function insertPerson(
  db: Db,
  p: { id: string, name: string, role: Role, may: Skill[], passwordHash: string, pinHash: string | null },
): Promise<void> {
  await db.query('insert into person (id, name, role, may, password_hash, pin_hash) values ($1, $2, $3, $4, $5, $6)', [
    p.id,
    p.name,
    p.role,
    p.may,
    p.passwordHash,
    p.pinHash,
  ])
}

export async function updatePerson(
  db: Db,
  p: {
    id: string
    name: string
    role: Role
    active: boolean
    may: Skill[]
    lengthUnit: Person['lengthUnit']
    passwordHash: string
    pinHash: string | null
    endSessions: boolean
  },
): Promise<void> {
  await db.query(
    `update person set name = $2, role = $3, active = $4, password_hash = $5, pin_hash = $6, pin_misses = 0, pin_locked_until = null,
       session_epoch = session_epoch + $7::int, may = $8, length_unit = $9 where id = $1`,
    [p.id, p.name, p.role, p.active, p.passwordHash, p.pinHash, p.endSessions ? 1 : 0, p.may, p.lengthUnit],
  )
}

/** Pauses between tries of a PIN: none before `free` tries, then `firstMs`, doubled with each further miss up to `mostMs`. */
export interface PinPauses {
  free: number
  firstMs: number
  mostMs: number
}

/**
 * Counts one try of a PIN before it is hashed, and closes the PIN for the pause that a miss would cost. Misses are forgotten only where
 * the PIN fits or the person signs in by password (`clearPinTries`).
 * @returns the person, or nobody where no PIN is set or it is closed
 */
export async function countPinTry(db: Db, id: string, now: Date, { free, firstMs, mostMs }: PinPauses): Promise<PersonRow | undefined> {
  const { rows } = await db.query<PersonRow>(
    `update person set pin_misses = pin_misses + 1, pin_locked_until = case when pin_misses + 1 >= $3 then
        $2::timestamptz + interval '1 ms' * least($5::float8, $4::float8 * 2 ^ least(30, pin_misses + 1 - $3)) end
     where id = $1 and active and pin_hash is not null and (pin_locked_until is null or pin_locked_until <= $2)
       returning ${PERSON_COLUMNS}`,
    [id, now, free, firstMs, mostMs],
  )
  return rows[0]
}

export async function putLengthUnit(db: Db, id: string, unit: Person['lengthUnit']): Promise<void> {
  await db.query('update person set length_unit = $2 where id = $1', [id, unit])
}

export async function clearPinTries(db: Db, id: string): Promise<void> {
  await db.query('update person set pin_misses = 0, pin_locked_until = null where id = $1', [id])
}

/**
 * Counts one try for each subject before anything is hashed, so that guesses sent at once are counted one by one.
 * A name counts as the database compares names: what is one person is one subject.
 * @returns tries so far in the window, this one among them
 */
export async function countTries(
  db: Db,
  name: string,
  address: string,
  at: Date,
  windowMs: number,
): Promise<{ byName: number, byAddress: number }> {
  const { rows } = await db.query<{ subject: string, tries: number }>(
    `insert into sign_in_try as t (subject, tries, since)
     select subject, 1, $3 from (select 'address:' || $2 as subject union all select 'name:' || lower($1)) as s order by subject
     on conflict (subject) do update set tries = case when t.since < $4 then 1 else t.tries + 1 end,
       since = case when t.since < $4 then $3 else t.since end
     returning subject, tries`,
    [name, address, at, new Date(at.getTime() - windowMs)],
  )
  const of = (kind: string) => rows.find(r => r.subject.startsWith(kind))!.tries
  return { byName: of('name:'), byAddress: of('address:') }
}

/**
 * A sign-in that fitted is no miss: the name starts afresh, and the address gets its try back. Windows that are over are swept on the
 * way.
 */
export async function forgetTry(db: Db, name: string, address: string, sweepBefore: Date): Promise<void> {
  await db.query('delete from sign_in_try where subject = \'name:\' || lower($1) or since < $2', [name, sweepBefore])
  await db.query('update sign_in_try set tries = greatest(0, tries - 1) where subject = \'address:\' || $1', [address])
}
