import { v7 } from 'uuid'
import { DEFAULT_HOUSE_RULES } from '#core/house'
import { SKILLS } from '#core/schedule'
import type { ChangePersonAccount, FirstRun, NewPerson, Person, SignedIn } from '#shared/accounts'
import { inTransaction } from '../db/pool'
import type { Db, Pool } from '../db/pool'
import * as people from '../db/queries/people'
import { insertStudio } from '../db/queries/studio'
import type { Context } from './context'
import { notify } from './context'
import { hashSecret, verifyNobody, verifySecret } from './passwords'
import { leadsOnly, notFound, Refusal } from './refusal'

/** Failed sign-ins allowed in the window, by name and by address. */
const MISSES = { byName: 8, byAddress: 40, windowMs: 15 * 60_000 }
const PIN = { misses: 5, lockMs: 60_000 }

/** What the sealed cookie holds. */
export interface Session {
  openedBy: string
  openedByEpoch: number
  person: string
  personEpoch: number
}

const asPerson = ({ id, name, role, active, may, hasPin }: Person): Person => ({ id, name, role, active, may, hasPin })

/** Checks name and password. @throws Refusal 401 when they do not fit, 429 after too many tries */
export async function signIn(pool: Pool, now: Date, entry: { name: string, password: string }, address: string): Promise<Session> {
  const subjects = [`name:${entry.name.toLowerCase()}`, `address:${address}`]
  const since = new Date(now.getTime() - MISSES.windowMs)
  const [byName, byAddress] = await Promise.all(subjects.map(s => people.countMisses(pool, s, since)))
  if (byName! >= MISSES.byName || byAddress! >= MISSES.byAddress) throw new Refusal(429, 'Too many wrong tries. Wait a quarter of an hour, or ask a lead to set a new password.')
  const person = await people.personByName(pool, entry.name)
  const fits = person?.active ? await verifySecret(entry.password, person.passwordHash) : await verifyNobody(entry.password)
  if (!fits) {
    await people.addMisses(pool, subjects, now, since)
    throw new Refusal(401, 'Name and password don\'t fit together. Check both and try again.')
  }
  await people.clearMisses(pool, subjects[0]!)
  return { openedBy: person!.id, openedByEpoch: person!.sessionEpoch, person: person!.id, personEpoch: person!.sessionEpoch }
}

/** The people behind a session, or null when it no longer holds. */
export async function readSession(pool: Pool, session: Partial<Session>): Promise<SignedIn | null> {
  if (!session.openedBy || !session.person) return null
  const rows = await people.peopleByIds(pool, [session.openedBy, session.person])
  const opener = rows.find(r => r.id === session.openedBy)
  const person = rows.find(r => r.id === session.person)
  const holds = opener?.active && person?.active && opener.sessionEpoch === session.openedByEpoch && person.sessionEpoch === session.personEpoch
  return holds ? { person: asPerson(person), openedBy: opener.name } : null
}

/** Another crew member takes over a shared tablet by PIN, inside a session that a password opened. */
export async function changePerson(pool: Pool, now: Date, session: Session, entry: { personId: string, pin: string }): Promise<Session> {
  const outcome = await inTransaction(pool, async (db): Promise<Session | Refusal> => {
    const person = await people.lockPerson(db, entry.personId)
    if (!person?.active || !person.pinHash) return new Refusal(401, 'This person has no PIN. Sign in with name and password.')
    if (person.pinLockedUntil && person.pinLockedUntil > now) return new Refusal(429, 'Five wrong PINs. Wait a minute, then try again.')
    if (await verifySecret(entry.pin, person.pinHash)) {
      await people.setPinMisses(db, person.id, 0, null)
      return { ...session, person: person.id, personEpoch: person.sessionEpoch }
    }
    const misses = person.pinMisses + 1
    const locked = misses >= PIN.misses
    await people.setPinMisses(db, person.id, locked ? 0 : misses, locked ? new Date(now.getTime() + PIN.lockMs) : null)
    return new Refusal(401, locked ? 'Five wrong PINs. Wait a minute, then try again.' : 'That PIN doesn\'t fit. Try again.')
  })
  // The miss has to be stored, so the refusal leaves only after the transaction.
  if (outcome instanceof Refusal) throw outcome
  return outcome
}

async function insertNew(db: Db, entry: NewPerson): Promise<string> {
  if (await people.personByName(db, entry.name)) throw new Refusal(409, 'That name is taken.', { name: 'Somebody here has that name already. Add an initial.' })
  const id = v7()
  await people.insertPerson(db, { id, name: entry.name, role: entry.role, may: entry.may, passwordHash: await hashSecret(entry.password), pinHash: entry.pin ? await hashSecret(entry.pin) : null })
  return id
}

export const isFirstRun = async (pool: Pool): Promise<boolean> => (await people.countPeople(pool)) === 0

/** Makes the studio and its first lead; only while there is nobody. */
export async function firstRun(pool: Pool, entry: FirstRun, world: 'own' | 'sample being loaded' = 'own'): Promise<string> {
  return inTransaction(pool, async (db) => {
    // Two first-run pages at once: the second waits here and then finds somebody.
    await db.query('lock table person in share row exclusive mode')
    if (await people.countPeople(db) > 0) throw new Refusal(409, 'This studio has been set up already. Sign in.')
    const id = await insertNew(db, { name: entry.name, password: entry.password, role: 'lead', pin: '', may: [...SKILLS] })
    await insertStudio(db, entry.studio, DEFAULT_HOUSE_RULES, world)
    return id
  })
}

export async function addPerson(context: Context, entry: NewPerson): Promise<string> {
  if (context.role !== 'lead') throw leadsOnly()
  return inTransaction(context.pool, async (db) => {
    const id = await insertNew(db, entry)
    await notify(db, { topic: 'crew' })
    return id
  })
}

/** Leads change anybody; everybody changes their own password and PIN. */
export async function changeAccount(context: Context, id: string, entry: ChangePersonAccount): Promise<void> {
  const own = id === context.by
  const ownSecretsOnly = own && entry.name === undefined && entry.role === undefined && entry.active === undefined && entry.may === undefined
  if (context.role !== 'lead' && !ownSecretsOnly) throw leadsOnly()
  await inTransaction(context.pool, async (db) => {
    await db.query('lock table person in share row exclusive mode')
    const person = await people.lockPerson(db, id)
    if (!person) throw notFound('person')
    const role = entry.role ?? person.role
    const active = entry.active ?? person.active
    const wasLead = person.active && person.role === 'lead'
    if (wasLead && !(active && role === 'lead') && await people.countActiveLeads(db) === 1) throw new Refusal(409, 'This is the last lead. Make somebody else a lead first.')
    const namesake = entry.name && await people.personByName(db, entry.name)
    if (namesake && namesake.id !== id) throw new Refusal(409, 'That name is taken.', { name: 'Somebody here has that name already. Add an initial.' })
    await people.updatePerson(db, {
      id, name: entry.name ?? person.name, role, active, may: entry.may ?? person.may,
      passwordHash: entry.password ? await hashSecret(entry.password) : person.passwordHash,
      pinHash: entry.pin ? await hashSecret(entry.pin) : person.pinHash,
      endSessions: Boolean(entry.password) || !active || role !== person.role,
    })
    await notify(db, { topic: 'crew' })
  })
}
