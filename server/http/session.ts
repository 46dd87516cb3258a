import { useSession } from 'h3'
import type { H3Event } from 'h3'
import { readSession } from '../services/accounts'
import type { Session } from '../services/accounts'
import { NOT_SIGNED_IN, Refusal } from '../services/refusal'
import { database } from './database'

const WEEK_SECONDS = 7 * 24 * 3600
const COOKIE = 'crest'

/**
 * The sealed cookie: encrypted and signed, so that nobody outside can read or make one. It carries the session's id; all else
 * is in the database.
 */
function sealedCookie(event: H3Event) {
  const password = process.env.CREST_SESSION_SECRET
  if (!password || password.length < 32)
    throw new Refusal(503, 'No session secret is set. Start Crest with npm start, or set CREST_SESSION_SECRET to 32 characters or more.')
  return useSession<{ session?: string }>(event, {
    name: COOKIE,
    password,
    maxAge: WEEK_SECONDS,
    cookie: { httpOnly: true, sameSite: 'strict', secure: process.env.CREST_HTTPS === '1', path: '/' },
  })
}

/** Cookies that were opened before: each opens to the same id, and opening one costs more than all else of a small request. */
const opened = new Map<string, string>()
const MOST_OPENED = 500

/** The session's id that the request's cookie holds; not yet whether it is one. */
export async function sessionId(event: H3Event): Promise<string | undefined> {
  const cookie = event.node.req.headers.cookie ?? ''
  const known = opened.get(cookie)
  if (known !== undefined) return known
  const { session } = (await sealedCookie(event)).data
  if (session && cookie !== '') {
    if (opened.size >= MOST_OPENED) opened.delete(opened.keys().next().value!)
    opened.set(cookie, session)
  }
  return session
}

/** Whether the cookie names a session, without asking whether it holds. Whoever has no cookie gets none by it. */
export async function namesSession(event: H3Event): Promise<boolean> {
  const cookies = (event.node.req.headers.cookie ?? '').split('; ')
  return cookies.some(pair => pair.startsWith(`${COOKIE}=`)) && (await sessionId(event).catch(() => undefined)) !== undefined
}

export async function whoIsIn(event: H3Event): Promise<Session | null> {
  return readSession(database(), await sessionId(event), new Date())
}

/** @throws Refusal 401 without a session that holds */
export async function currentSession(event: H3Event): Promise<Session> {
  const session = await whoIsIn(event)
  if (!session) throw new Refusal(401, NOT_SIGNED_IN)
  return session
}

export async function keepSession(event: H3Event, session: string): Promise<void> {
  await (await sealedCookie(event)).update({ session })
}

export async function dropSession(event: H3Event): Promise<void> {
  await (await sealedCookie(event)).clear()
}
