import type { Db } from '../pool'
import type { Skill } from '#core/schedule'
import type { Person, Role } from '#shared/accounts'

export interface PersonRow extends Person {
  passwordHash: string
  pinHash: string | null
  pinMisses: number
  pinLockedUntil: Date | null
  sessionEpoch: number
}

const COLUMNS = `id, name, role, active, may, pin_hash is not null as "hasPin", password_hash as "passwordHash", pin_hash as "pinHash",
  pin_misses as "pinMisses", pin_locked_until as "pinLockedUntil", session_epoch as "sessionEpoch"`

export async function peopleByIds(db: Db, ids: string[]): Promise<PersonRow[]> {
  return (await db.query<PersonRow>(`select ${COLUMNS} from person where id = any($1)`, [ids])).rows
}

export async function personByName(db: Db, name: string): Promise<PersonRow | undefined> {
  return (await db.query<PersonRow>(`select ${COLUMNS} from person where lower(name) = lower($1)`, [name])).rows[0]
}

export async function lockPerson(db: Db, id: string): Promise<PersonRow | undefined> {
  return (await db.query<PersonRow>(`select ${COLUMNS} from person where id = $1 for update`, [id])).rows[0]
}

export async function listPeople(db: Db): Promise<Person[]> {
  return (await db.query<Person>('select id, name, role, active, may, pin_hash is not null as "hasPin" from person order by active desc, lower(name)')).rows
}

export async function countPeople(db: Db): Promise<number> {
  return (await db.query<{ n: number }>('select count(*)::int as n from person')).rows[0]!.n
}

export async function countActiveLeads(db: Db): Promise<number> {
  return (await db.query<{ n: number }>('select count(*)::int as n from person where active and role = \'lead\'')).rows[0]!.n
}

export async function insertPerson(db: Db, p: { id: string, name: string, role: Role, may: Skill[], passwordHash: string, pinHash: string | null }): Promise<void> {
  await db.query('insert into person (id, name, role, may, password_hash, pin_hash) values ($1, $2, $3, $4, $5, $6)', [p.id, p.name, p.role, p.may, p.passwordHash, p.pinHash])
}

export async function updatePerson(db: Db, p: { id: string, name: string, role: Role, active: boolean, may: Skill[], passwordHash: string, pinHash: string | null, endSessions: boolean }): Promise<void> {
  await db.query(
    `update person set name = $2, role = $3, active = $4, password_hash = $5, pin_hash = $6, pin_misses = 0, pin_locked_until = null,
       session_epoch = session_epoch + $7::int, may = $8 where id = $1`,
    [p.id, p.name, p.role, p.active, p.passwordHash, p.pinHash, p.endSessions ? 1 : 0, p.may],
  )
}

export async function setPinMisses(db: Db, id: string, misses: number, lockedUntil: Date | null): Promise<void> {
  await db.query('update person set pin_misses = $2, pin_locked_until = $3 where id = $1', [id, misses, lockedUntil])
}

export async function countMisses(db: Db, subject: string, since: Date): Promise<number> {
  return (await db.query<{ n: number }>('select count(*)::int as n from sign_in_miss where subject = $1 and at > $2', [subject, since])).rows[0]!.n
}

export async function addMisses(db: Db, subjects: string[], at: Date, sweepBefore: Date): Promise<void> {
  await db.query('insert into sign_in_miss (subject, at) select unnest($1::text[]), $2', [subjects, at])
  await db.query('delete from sign_in_miss where at < $1', [sweepBefore])
}

export async function clearMisses(db: Db, subject: string): Promise<void> {
  await db.query('delete from sign_in_miss where subject = $1', [subject])
}
