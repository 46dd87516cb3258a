import fc from 'fast-check'
import pg from 'pg'
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest'
import { v7 } from 'uuid'
import { booksNow, endSession, insertSession, mayBook, putPersonInSession } from '../../server/db/queries/sessions'

const connect = async () => {
  const client = new pg.Client({ connectionString: inject('databaseUrl'), options: '-c search_path=crest' })
  await client.connect()
  return client
}
let db: pg.Client
beforeAll(async () => void (db = await connect()))
afterAll(async () => db.end())

async function crew(count: number): Promise<string[]> {
  const ids = Array.from({ length: count }, () => v7())
  for (const id of ids)
    await db.query('insert into person (id, name, role, password_hash) values ($1, $2, \'crew\', \'\')', [id, `Guest ${id.slice(-8)}`])
  return ids
}
async function epochOf(person: string): Promise<number> {
  const { rows } = await db.query<{ epoch: number }>('select session_epoch as epoch from person where id = $1', [person])
  return rows[0]!.epoch
}
async function open(person: string): Promise<string> {
  const id = v7()
  await insertSession(db, id, person, await epochOf(person), new Date())
  return id
}
const take = async (session: string, person: string, through = db) =>
  putPersonInSession(through, session, person, await epochOf(person), new Date())
const newPassword = (person: string, through = db) =>
  through.query('update person set session_epoch = session_epoch + 1 where id = $1', [person])

const age = (session: string, by: string) =>
  db.query('update session set opened_at = opened_at - $2::interval where id = $1', [session, by])

const BOOKING = { session: 'asking.session_id', who: 'asking.person_id', at: 'now()', now: 'now()' }
/** Of everybody who was in a session: whether they may enter what they have just done, asked of one row and in full. */
async function asked(people: string[]): Promise<{ session: string, person: string, quick: boolean, full: boolean }[]> {
  const { rows } = await db.query(
    `select asking.session_id as session, asking.person_id as person, ${booksNow(BOOKING)} as quick, ${mayBook(BOOKING)} as full
      from session_person asking where asking.person_id = any($1) order by asking.person_id`,
    [people],
  )
  return rows
}

describe('the one row that says who may enter what they have just done', () => {
  it('says yes of everybody at an open session', async () => {
    const [ana, ben] = await crew(2)
    const session = await open(ana!)
    await take(session, ben!)
    await take(session, ana!)
    expect(await asked([ana!, ben!])).toEqual([
      { session, person: ana, quick: true, full: true },
      { session, person: ben, quick: true, full: true },
    ])
  })
  it.each<[string, (session: string, opener: string, other: string) => Promise<unknown>, boolean[]]>([
    ['the session was ended', session => endSession(db, session, new Date()), [false, false]],
    ['the session is a week old', session => age(session, '169 hours'), [false, false]],
    ['its opener has a new password', (_, opener) => newPassword(opener), [false, false]],
    ['its opener left', (_, opener) => db.query('update person set active = false where id = $1', [opener]), [false, false]],
    ['somebody else left', (_, __, other) => db.query('update person set active = false where id = $1', [other]), [true, false]],
  ])('says no once %s', async (_, change, may) => {
    const [opener, other] = await crew(2)
    const session = await open(opener!)
    await take(session, other!)
    await change(session, opener!, other!)
    const now = await asked([opener!, other!])
    expect([opener, other].map(person => now.find(r => r.person === person)!.full)).toEqual(may)
    for (const { quick, full } of now) expect(quick && !full).toBe(false)
  })
  it('never says yes where the whole question says no, whatever came before', async () => {
    const person = fc.nat({ max: 2 })
    const step = fc.oneof(
      fc.record({ what: fc.constant('open' as const), person }),
      fc.record({ what: fc.constant('take' as const), person, session: fc.nat() }),
      fc.record({ what: fc.constant('end' as const), session: fc.nat() }),
      fc.record({ what: fc.constantFrom('password' as const, 'leave' as const, 'return' as const), person }),
    )
    let quick = 0
    await fc.assert(
      fc.asyncProperty(fc.array(step, { minLength: 3, maxLength: 14 }), async (steps) => {
        const people = await crew(3)
        const sessions = [await open(people[0]!)]
        for (const s of steps) {
          const at = 'session' in s ? sessions[s.session % sessions.length]! : ''
          if (s.what === 'open') sessions.push(await open(people[s.person]!))
          else if (s.what === 'take') await take(at, people[s.person]!)
          else if (s.what === 'end') await endSession(db, at, new Date())
          else if (s.what === 'password') await newPassword(people[s.person]!)
          else await db.query('update person set active = $2 where id = $1', [people[s.person], s.what === 'return'])
          const rows = await asked(people)
          quick += rows.filter(r => r.quick).length
          expect(rows.filter(r => r.quick && !r.full)).toEqual([])
        }
      }),
      { numRuns: 40 },
    )
    expect(quick).toBeGreaterThan(100)
  }, 60_000)
  it.each<[string, (session: string, opener: string, other: string) => Promise<unknown>]>([
    ['the session is ended', session => endSession(db, session, new Date())],
    ['its opener gets a new password', (_, opener) => newPassword(opener)],
    ['they get a new password', (_, __, other) => newPassword(other)],
  ])('says no of somebody who takes over in the moment in which %s', async (_, change) => {
    const [opener, other] = await crew(2)
    const session = await open(opener!)
    const beside = await connect()
    await beside.query('begin')
    await take(session, other!, beside)
    const changed = change(session, opener!, other!)
    // The change waits for whoever takes over, or it would not see their row.
    await new Promise(resolve => setTimeout(resolve, 100))
    await beside.query('commit')
    await beside.end()
    await changed
    expect((await asked([other!])).map(r => [r.quick, r.full])).toEqual([[false, false]])
  })
})
