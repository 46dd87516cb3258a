import pg from 'pg'
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest'
import { v7 } from 'uuid'
import { lookAtEntries } from '../../server/db/queries/events'
import { endSession, insertSession, putPersonInSession } from '../../server/db/queries/sessions'

let db: pg.Client
beforeAll(async () => {
  db = new pg.Client({ connectionString: inject('databaseUrl'), options: '-c search_path=crest' })
  await db.connect()
})
afterAll(async () => db.end())

async function person(): Promise<string> {
  const id = v7()
  await db.query('insert into person (id, name, role, password_hash) values ($1, $2, \'crew\', \'\')', [id, `Guest ${id.slice(-8)}`])
  return id
}
/** A session that one person opened and another one took over in. */
async function shared() {
  const [opener, other, session] = [await person(), await person(), v7()]
  await insertSession(db, session, opener, 0, new Date())
  await putPersonInSession(db, session, other, 0, new Date())
  return { opener, other, session }
}
/** Who of these may enter something through the session now; null where the session doesn't hold. */
async function mayEnter(session: string, people: string[], at = Date.now()): Promise<boolean[] | null> {
  const entries = people.map(by => ({ id: v7(), by, at }))
  const seen = await lookAtEntries(db, { runId: v7(), session, entries, now: new Date() })
  return seen && entries.map(e => !seen.strange.has(e.id))
}

describe('who may enter something through a session', () => {
  it('are whoever opened it and whoever took over, and nobody else; an entry without a name is whoever is there now', async () => {
    const { opener, other, session } = await shared()
    expect(await mayEnter(session, [opener, other, await person()])).toEqual([true, true, false])
    const nameless = await lookAtEntries(db, { runId: v7(), session, entries: [{ id: v7(), at: Date.now() }], now: new Date() })
    expect([nameless!.by, nameless!.strange.size]).toEqual([other, 0])
  })
  const newPassword = (id: string) => db.query('update person set session_epoch = session_epoch + 1 where id = $1', [id])
  const leaves = (id: string) => db.query('update person set active = false where id = $1', [id])
  type Case = [string, (session: string, opener: string, other: string) => Promise<unknown>, boolean[] | null]
  it.each<Case>([
    ['the session was ended', session => endSession(db, session, new Date()), null],
    ['it is a week old', s => db.query('update session set opened_at = opened_at - interval \'169 hours\' where id = $1', [s]), null],
    ['its opener has a new password', (_, opener) => newPassword(opener), null],
    ['its opener left', (_, opener) => leaves(opener), null],
    ['whoever is there left', (_, __, other) => leaves(other), null],
    ['whoever is there has a new password', (_, __, other) => newPassword(other), null],
    [
      'somebody who was there before left',
      async (session, opener, other) => (await putPersonInSession(db, session, opener, 0, new Date()), leaves(other)),
      [true, false],
    ],
  ])('change once %s', async (_, change, may) => {
    const { opener, other, session } = await shared()
    await change(session, opener, other)
    expect(await mayEnter(session, [opener, other])).toEqual(may)
  })
  it('may not enter what was made before they were signed in anywhere', async () => {
    const { opener, session } = await shared()
    expect(await mayEnter(session, [opener], Date.now() - 3 * 60_000)).toEqual([false])
    expect(await mayEnter(session, [opener], Date.now() - 60_000)).toEqual([true])
  })
})
