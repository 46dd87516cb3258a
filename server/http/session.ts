import { useSession } from 'h3'
import type { H3Event } from 'h3'
import type { SignedIn } from '#shared/accounts'
import { readSession } from '../services/accounts'
import type { Session } from '../services/accounts'
import { Refusal } from '../services/refusal'
import { database } from './database'

const WEEK_SECONDS = 7 * 24 * 3600

/** The sealed cookie: encrypted and signed, so that nobody outside can read or make one. */
function sealedCookie(event: H3Event) {
  const password = process.env.CREST_SESSION_SECRET
  if (!password || password.length < 32) throw new Refusal(503, 'No session secret is set. Start Crest with npm start, or set CREST_SESSION_SECRET to 32 characters or more.')
  return useSession<Partial<Session>>(event, {
    name: 'crest', password, maxAge: WEEK_SECONDS,
    cookie: { httpOnly: true, sameSite: 'strict', secure: process.env.CREST_HTTPS === '1', path: '/' },
  })
}

export async function whoIsIn(event: H3Event): Promise<SignedIn | null> {
  return readSession(database(), (await sealedCookie(event)).data)
}

/** @throws Refusal 401 without a session that holds */
export async function currentSession(event: H3Event): Promise<{ signedIn: SignedIn, session: Session }> {
  const { data } = await sealedCookie(event)
  const signedIn = await readSession(database(), data)
  if (!signedIn) throw new Refusal(401, 'You are not signed in. Sign in and try again; what you typed is kept.')
  return { signedIn, session: data as Session }
}

export async function openSession(event: H3Event, session: Session): Promise<void> {
  await (await sealedCookie(event)).update(session)
}

export async function closeSession(event: H3Event): Promise<void> {
  await (await sealedCookie(event)).clear()
}
