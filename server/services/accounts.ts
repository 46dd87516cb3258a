import { v7 } from 'uuid'
import { DEFAULT_HOUSE_RULES } from '#core/trade/house'
import { SKILLS } from '#core/trade/skills'
import type { ChangePersonAccount, FirstRun, NewPerson, Person, SignedIn } from '#shared/accounts'
import { inTransaction } from '../db/pool'
import type { Db, Pool } from '../db/pool'
import * as people from '../db/queries/people'
import * as sessions from '../db/queries/sessions'
import { insertStudio } from '../db/queries/studio'
import type { Context } from './context'
import { notify } from './context'
import { hashSecret, verifyNobody, verifySecret } from './passwords'
import { leadsOnly, notFound, Refusal } from './refusal'

/** Sign-ins that may miss in the window, by name and by address. */
const MISSES = { byName: 8, byAddress: 40, windowMs: 15 * 60_000 }
const PIN = { misses: 5, lockMs: 60_000 }

/** Who is behind a request: the session, the person at the device, and everybody it may book entries of. */
export interface Session {
  id: string
  person: Person
  openedBy: string
  /** The person at the device took over by PIN, so what a password protects asks for theirs. */
  byPin: boolean
  people: string[]
}

const asPerson = ({ id, name, role, active, may, lengthUnit, hasPin }: Person): Person => ({
  id,
  name,
  role,
  active,
  may,
  lengthUnit,
  hasPin,
})

export const signedInOf = ({ person, openedBy, byPin, people }: Session): SignedIn => ({ person, openedBy, byPin, people })

/**
 * Checks name and password. Each try is counted before anything is hashed.
 * @returns the id of the new session
 * @throws Refusal 401 when they do not fit, 429 after too many tries, 503 when too many sign in at once
 */
export async function signIn(pool: Pool, now: Date, entry: { name: string, password: string }, address: string): Promise<string> {
  const { byName, byAddress } = await people.countTries(pool, entry.name, address, now, MISSES.windowMs)
  if (byName > MISSES.byName || byAddress > MISSES.byAddress)
    throw new Refusal(429, 'Too many wrong tries. Wait a quarter of an hour, or ask a lead to set a new password.')
  const person = await people.personByName(pool, entry.name)
  const fits = person?.active ? await verifySecret(entry.password, person.passwordHash) : await verifyNobody(entry.password)
  if (!fits) throw new Refusal(401, 'Name and password don\'t fit together. Check both and try again.')
  await people.forgetTry(pool, entry.name, address, new Date(now.getTime() - MISSES.windowMs))
  return openSession(pool, now, person!)
}

/** A session of its own for somebody whose password was checked. */
export async function openSession(pool: Pool, now: Date, person: Pick<people.PersonRow, 'id' | 'sessionEpoch'>): Promise<string> {
  const id = v7()
  await inTransaction(pool, db => sessions.insertSession(db, id, person.id, person.sessionEpoch, now))
  return id
}

/** The people behind a session, or null when it no longer holds. */
export async function readSession(db: Db, id: string | undefined, now: Date): Promise<Session | null> {
  if (!id) return null
  const rows = await sessions.peopleInSession(db, id, now)
  const opener = rows.find(r => r.opener)
  const person = rows.find(r => r.current)
  const holds = (r: typeof person): r is NonNullable<typeof person> => r !== undefined && r.active && r.epoch === r.sessionEpoch
  if (!opener || !holds(person)) return null
  return { id, person: asPerson(person), openedBy: opener.name, byPin: !person.opener, people: rows.filter(holds).map(r => r.id) }
}

export async function signOut(pool: Pool, id: string, now: Date): Promise<void> {
  await inTransaction(pool, async (db) => {
    if (await sessions.endSession(db, id, now)) await notify(db, { topic: 'session', id })
  })
}

/**
 * Another crew member takes over a shared tablet by PIN, inside a session that a password opened. Each try is counted before it is
 * hashed.
 */
export async function changePerson(pool: Pool, now: Date, session: Session, entry: { personId: string, pin: string }): Promise<Session> {
  const locked = new Refusal(429, 'Five wrong PINs. Wait a minute, then try again.')
  const person = await people.countPinTry(pool, entry.personId, now, PIN.misses, new Date(now.getTime() + PIN.lockMs))
  if (!person) {
    const [found] = await people.peopleByIds(pool, [entry.personId])
    throw found?.active && found.pinHash ? locked : new Refusal(401, 'This person has no PIN. Sign in with name and password.')
  }
  if (!(await verifySecret(entry.pin, person.pinHash!)))
    throw person.tries >= PIN.misses ? new Refusal(401, locked.message) : new Refusal(401, 'That PIN doesn\'t fit. Try again.')
  await inTransaction(pool, async (db) => {
    await people.clearPinTries(db, person.id)
    await sessions.putPersonInSession(db, session.id, person.id, person.sessionEpoch, now)
  })
  const next = await readSession(pool, session.id, now)
  if (!next) throw new Refusal(401, 'The session ended meanwhile. Sign in with name and password.')
  return next
}

interface Hashed {
  passwordHash: string
  pinHash: string | null
}

/** Outside any transaction: a hash takes its time, and nobody else's connection waits for it. */
const hashed = async (entry: { password: string, pin: string }): Promise<Hashed> => ({
  passwordHash: await hashSecret(entry.password),
  pinHash: entry.pin ? await hashSecret(entry.pin) : null,
})

async function insertNew(db: Db, entry: NewPerson, secrets: Hashed): Promise<string> {
  if (await people.personByName(db, entry.name))
    throw new Refusal(409, 'That name is taken.', { name: 'Somebody here has that name already. Add an initial.' })
  const id = v7()
  await people.insertPerson(db, { id, name: entry.name, role: entry.role, may: entry.may, ...secrets })
  return id
}

export const isFirstRun = async (pool: Pool): Promise<boolean> => (await people.countPeople(pool)) === 0

const alreadySetUp = () => new Refusal(409, 'This studio has been set up already. Sign in.')

/** Makes the studio and its first lead; only while there is nobody. */
export async function firstRun(pool: Pool, entry: FirstRun, world: 'own' | 'sample being loaded' = 'own'): Promise<string> {
  if (!(await isFirstRun(pool))) throw alreadySetUp()
  const lead: NewPerson = { name: entry.name, password: entry.password, role: 'lead', pin: '', may: [...SKILLS] }
  const secrets = await hashed(lead)
  return inTransaction(pool, async (db) => {
    // Two first-run pages at once: the second waits here and then finds somebody.
    await db.query('lock table person in share row exclusive mode')
    if ((await people.countPeople(db)) > 0) throw alreadySetUp()
    const id = await insertNew(db, lead, secrets)
    await insertStudio(db, entry.studio, { ...DEFAULT_HOUSE_RULES, timeZone: entry.timeZone }, world)
    return id
  })
}

export async function addPerson(context: Context, entry: NewPerson): Promise<string> {
  if (context.role !== 'lead') throw leadsOnly()
  // A new account has a password too: with it anybody could come in who knows a lead's PIN.
  if (context.session.byPin) await checkOwnPassword(context, entry.oldPassword ?? '')
  const secrets = await hashed(entry)
  return inTransaction(context.pool, async (db) => {
    const id = await insertNew(db, entry, secrets)
    await notify(db, { topic: 'crew' })
    return id
  })
}

/**
 * Whether setting this asks for the password of whoever is at the device: a PIN is four digits, and a password is not to be had for
 * that.
 */
const asksForPassword = (own: boolean, entry: ChangePersonAccount): boolean => Boolean(entry.password) || (!own && Boolean(entry.pin))

/**
 * Leads change anybody; everybody changes their own password, PIN and units.
 * @returns the id of a new session where the change ended the one it was made in
 * @throws Refusal 403 where the person took over by PIN and gives no fitting password
 */
export async function changeAccount(context: Context, id: string, entry: ChangePersonAccount): Promise<string | null> {
  const own = id === context.by
  const ownSecretsOnly
    = own && entry.name === undefined && entry.role === undefined && entry.active === undefined && entry.may === undefined
  if (context.role !== 'lead' && !ownSecretsOnly) throw leadsOnly()
  if (context.session.byPin && asksForPassword(own, entry)) await checkOwnPassword(context, entry.oldPassword ?? '')
  const [passwordHash, pinHash] = [entry.password ? await hashSecret(entry.password) : null, entry.pin ? await hashSecret(entry.pin) : null]
  const epochs = await inTransaction(context.pool, async (db) => {
    await db.query('lock table person in share row exclusive mode')
    const person = await people.lockPerson(db, id)
    if (!person) throw notFound('person')
    const role = entry.role ?? person.role
    const active = entry.active ?? person.active
    const wasLead = person.active && person.role === 'lead'
    if (wasLead && !(active && role === 'lead') && (await people.countActiveLeads(db)) === 1)
      throw new Refusal(409, 'This is the last lead. Make somebody else a lead first.')
    const namesake = entry.name && (await people.personByName(db, entry.name))
    if (namesake && namesake.id !== id)
      throw new Refusal(409, 'That name is taken.', { name: 'Somebody here has that name already. Add an initial.' })
    const endSessions = passwordHash !== null || !active || role !== person.role
    await people.updatePerson(db, {
      id,
      name: entry.name ?? person.name,
      role,
      active,
      may: entry.may ?? person.may,
      lengthUnit: entry.lengthUnit === undefined ? person.lengthUnit : entry.lengthUnit || null,
      passwordHash: passwordHash ?? person.passwordHash,
      pinHash: pinHash ?? person.pinHash,
      endSessions,
    })
    await notify(db, { topic: 'crew' })
    return { ended: endSessions && active, epoch: person.sessionEpoch + 1 }
  })
  // A new password ends all sessions but the one it was set in: that goes on as a new one.
  return own && epochs.ended ? openSession(context.pool, context.now(), { id, sessionEpoch: epochs.epoch }) : null
}

async function checkOwnPassword(context: Context, password: string): Promise<void> {
  const [me] = await people.peopleByIds(context.pool, [context.by])
  const subject = me!.name
  const { byName } = await people.countTries(context.pool, subject, 'by PIN', context.now(), MISSES.windowMs)
  if (byName > MISSES.byName) throw new Refusal(429, 'Too many wrong tries. Wait a quarter of an hour, then try again.')
  const words = 'You came in by PIN. Write your own password as well, or sign in with it first.'
  if (!(await verifySecret(password, me!.passwordHash))) throw new Refusal(403, words, { oldPassword: words })
  await people.forgetTry(context.pool, subject, 'by PIN', new Date(context.now().getTime() - MISSES.windowMs))
}
