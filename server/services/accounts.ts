import { v7 } from 'uuid'
import { DEFAULT_HOUSE_RULES } from '#core/trade/house'
import { SKILLS } from '#core/trade/skills'
import type { ChangePersonAccount, FirstRun, NewPerson, OwnUnits, Person, SignedIn } from '#shared/accounts'
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
const MINUTE_MS = 60_000
/** Five tries, then a minute, two, four, up to a day: all 10,000 PINs of four digits would take 27 years. */
const PIN: people.PinPauses = { free: 5, firstMs: MINUTE_MS, mostMs: 24 * 60 * MINUTE_MS }
/** A password that was given opens what only a password opens for so long. */
const PASSWORD_HOLDS_MS = 10 * MINUTE_MS

/** Who is behind a request: the session, the person at the device, and everybody it may book entries of. */
export interface Session {
  id: string
  person: Person
  openedBy: string
  /** When the person at the device gave their password in this session; null where they took over by PIN. */
  passwordAt: Date | null
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

export const signedInOf = ({ person, openedBy, people }: Session): SignedIn => ({ person, openedBy, people })

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
  await people.clearPinTries(pool, person!.id)
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
  const { passwordAt } = person
  return { id, person: asPerson(person), openedBy: opener.name, passwordAt, people: rows.filter(holds).map(r => r.id) }
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
  const person = await people.countPinTry(pool, entry.personId, now, PIN)
  if (!person?.pinHash) throw await noPinTry(pool, entry.personId, now)
  if (!(await verifySecret(entry.pin, person.pinHash))) {
    const { pinLockedUntil } = person
    throw new Refusal(401, pinLockedUntil ? waitWords(pinLockedUntil, now) : 'That PIN doesn\'t fit. Try again.')
  }
  await inTransaction(pool, async (db) => {
    await people.clearPinTries(db, person.id)
    await sessions.putPersonInSession(db, session.id, person.id, person.sessionEpoch, now)
  })
  const next = await readSession(pool, session.id, now)
  if (!next) throw new Refusal(401, 'The session ended meanwhile. Sign in with name and password.')
  return next
}

/** Why no PIN of this person is looked at now. */
async function noPinTry(pool: Pool, id: string, now: Date): Promise<Refusal> {
  const [found] = await people.peopleByIds(pool, [id])
  if (!found?.active || !found.pinHash) return new Refusal(401, 'This person has no PIN. Sign in with name and password.')
  return new Refusal(429, waitWords(found.pinLockedUntil ?? now, now))
}

function waitWords(until: Date, now: Date): string {
  const minutes = Math.max(1, Math.ceil((until.getTime() - now.getTime()) / MINUTE_MS))
  const wait = minutes === 1 ? 'a minute' : minutes < 120 ? `${minutes} minutes` : `${Math.ceil(minutes / 60)} hours`
  return `Too many wrong PINs. Wait ${wait}, or sign in with name and password.`
}

/** Stands for an address where tries are counted inside a session. */
const IN_SESSION = 'in a session'

/**
 * Checks the password of the person at the device again, for what only a password opens. Tries are counted like those of a sign-in.
 * @throws Refusal 400 beside the field when it does not fit, 429 after too many tries
 */
export async function givePassword(pool: Pool, now: Date, { id, person }: Session, password: string): Promise<void> {
  const { byName } = await people.countTries(pool, person.name, IN_SESSION, now, MISSES.windowMs)
  if (byName > MISSES.byName) throw new Refusal(429, 'Too many wrong tries. Wait a quarter of an hour, then try again.')
  const [row] = await people.peopleByIds(pool, [person.id])
  const words = 'That isn\'t your password. Check it and try again.'
  if (!row || !(await verifySecret(password, row.passwordHash))) throw new Refusal(400, words, { password: words })
  await people.forgetTry(pool, person.name, IN_SESSION, new Date(now.getTime() - MISSES.windowMs))
  await people.clearPinTries(pool, person.id)
  await sessions.putPasswordGiven(pool, id, person.id, now)
}
/** @throws Refusal 403 `password` where the person at the device gave no password within the last ten minutes */
export function needPassword({ passwordAt }: Pick<Session, 'passwordAt'>, now: Date): void {
  if (passwordAt !== null && now.getTime() - passwordAt.getTime() < PASSWORD_HOLDS_MS) return
  throw new Refusal(403, 'This asks for your own password first. Nothing was changed.', undefined, 'password')
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
  const secrets = await hashed(entry)
  return inTransaction(context.pool, async (db) => {
    const id = await insertNew(db, entry, secrets)
    await notify(db, { topic: 'crew' })
    return id
  })
}

/** Sets in what units somebody reads and writes lengths: nothing that a password protects. */
export async function changeUnits(context: Context, { lengthUnit }: OwnUnits): Promise<void> {
  await inTransaction(context.pool, async (db) => {
    await people.putLengthUnit(db, context.by, lengthUnit || null)
    await notify(db, { topic: 'crew' })
  })
}

/**
 * Changes an account. Leads change anybody; everybody changes their own password, PIN and units.
 * @returns the id of a new session where the change ended the one it was made in
 */
export async function changeAccount(context: Context, id: string, entry: ChangePersonAccount): Promise<string | null> {
  const own = id === context.by
  const ownSecretsOnly
    = own && entry.name === undefined && entry.role === undefined && entry.active === undefined && entry.may === undefined
  if (context.role !== 'lead' && !ownSecretsOnly) throw leadsOnly()
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
