import { defineEventHandler, getQuery, getRouterParam, setResponseStatus, setResponseHeaders } from 'h3'
import type { H3Event } from 'h3'
import type { z } from 'zod'
import { fieldErrors } from '#shared/fields'
import { idSchema } from '#shared/ids'
import type { Pool } from '../db/pool'
import { needPassword } from '../services/accounts'
import type { Session } from '../services/accounts'
import type { Context } from '../services/context'
import { NOT_SIGNED_IN, notFound, Refusal } from '../services/refusal'
import { readJson } from './body'
import { database } from './database'
import { currentSession, sessionId } from './session'

/** One shape for every error: a sentence, and messages that stand beside fields. */
export interface ErrorAnswer {
  error: string
  fields?: Record<string, string>
  code?: Refusal['code']
}

/** Connection refused, reset, shutting down, starting up, too slow, too many clients, out of disk: try again, nothing was stored. */
const DATABASE_AWAY = /^(ECONN|EPIPE|ETIMEDOUT|ENOTFOUND|57P0|57014|55P03|25P03|53|08)/

/** The same in the driver's own words, which have no code. */
const DATABASE_GONE = /Connection terminated|timeout exceeded when|timeout expired|Query read timeout|Client (has encountered|was closed)/

function asRefusal(error: unknown): Refusal | null {
  if (error instanceof Refusal) return error
  const { code = '', message = '' } = error as { code?: string, message?: string }
  if (code === '53100') return new Refusal(503, 'The database\'s disk is full. Nothing was stored; make room and try again.')
  if (DATABASE_AWAY.test(code) || DATABASE_GONE.test(message))
    return new Refusal(503, 'The database can\'t be reached just now. Nothing was stored; it is tried again.')
  return null
}

function answer(work: (event: H3Event) => unknown) {
  return defineEventHandler(async (event) => {
    try {
      return await work(event)
    }
    catch (error) {
      const refusal = asRefusal(error)
      if (!refusal) throw error
      setResponseStatus(event, refusal.status)
      return { error: refusal.message, fields: refusal.fields, code: refusal.code } satisfies ErrorAnswer
    }
  })
}

/** A route that needs no session (health, who is in, sign-in and out, first run), or that asks for it by itself. */
export const openRoute = answer

const contextIn = ({ id, person, people }: Session): Context => ({
  pool: database(),
  now: () => new Date(),
  by: person.id,
  role: person.role,
  session: { id, people },
})

/** Who asks. @throws Refusal 401 without a session that holds */
export const contextOf = async (event: H3Event): Promise<Context> => contextIn(await currentSession(event))

/** A route for people who are signed in. */
export const route = <T>(work: (event: H3Event, context: Context) => T) => answer(async event => work(event, await contextOf(event)))

/**
 * A route that changes who may do what, or lets data out of the studio: the person at the device has given their own password in this
 * session within the last ten minutes. The PIN they took over with opens none of these.
 */
export const passwordRoute = <T>(work: (event: H3Event, context: Context) => T) =>
  answer(async (event) => {
    const session = await currentSession(event)
    needPassword(session, new Date())
    return work(event, contextIn(session))
  })

/** The request's body, checked. @throws Refusal 400 with a message for each field */
export async function body<S extends z.ZodType>(event: H3Event, schema: S): Promise<z.output<S>> {
  const parsed = schema.safeParse(readJson(event))
  if (!parsed.success) throw new Refusal(400, 'Some entries need another look. Nothing was lost.', fieldErrors(parsed.error))
  return parsed.data
}

/** An id from the path. @throws Refusal 404 when it is none */
export function pathId(event: H3Event, what: string): string {
  const parsed = idSchema.safeParse(getRouterParam(event, 'id'))
  if (!parsed.success) throw notFound(what)
  return parsed.data
}

/** The row that a page of a list begins after; null for its first page. @throws Refusal 400 when it is no id */
export function afterRow(event: H3Event): string | null {
  const { after } = getQuery(event)
  if (after === undefined) return null
  const parsed = idSchema.safeParse(after)
  if (!parsed.success) throw new Refusal(400, 'The next page of a list begins after a row\'s id. Open the list from its start.')
  return parsed.data
}

/**
 * A page of a list, for whoever is signed in. It is read while the session is asked for: a cookie that this server sealed names one
 * that held once, and nothing is answered before it is known whether it still does.
 * @param list rows, or a page that is JSON already
 */
export const pageRoute = <T>(list: (pool: Pool, after: string | null, event: H3Event) => Promise<T[] | string>) =>
  answer(async (event) => {
    if (!(await sessionId(event))) throw new Refusal(401, NOT_SIGNED_IN)
    const [after, pool] = [afterRow(event), database()]
    const [page] = await Promise.all([list(pool, after, event), currentSession(event)])
    if (typeof page === 'string') setResponseHeaders(event, { 'content-type': 'application/json' })
    return page
  })

/** A file as it is kept, which never changes under its id. */
export function keptFile(event: H3Event, type: string, file: Buffer): Buffer {
  setResponseHeaders(event, {
    'content-type': type,
    'cache-control': 'private, max-age=31536000, immutable',
    'x-content-type-options': 'nosniff',
  })
  return file
}
