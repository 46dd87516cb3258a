import { setResponseHeader, setResponseStatus } from 'h3'
import type { IncomingMessage, Server } from 'node:http'
import type { H3Event } from 'h3'
import { Refusal } from '../services/refusal'

/** What a request's body may be: bytes, and how long it may take to arrive, ms. */
export interface BodyLimits {
  bytes: number
  ms: number
}

const JSON_LIMITS: BodyLimits = { bytes: 2_000_000, ms: 20_000 }
/** Pictures and papers come over a weak network. */
const PICTURE_LIMITS: BodyLimits = { bytes: 10_000_000, ms: 60_000 }
const PICTURES = /^\/api\/(?:runs\/[^/]+\/photos|papers)$/

export const limitsOf = (path: string): BodyLimits => (PICTURES.test(path.split('?')[0]!) ? PICTURE_LIMITS : JSON_LIMITS)

const TOO_LARGE = 'That is larger than Crest takes. Make it smaller and try again; nothing was lost.'
const tooLarge = (limits: BodyLimits) =>
  new Refusal(413, limits === PICTURE_LIMITS ? 'A picture or paper may have 10 MB. Make it smaller.' : TOO_LARGE)

/**
 * Reads a request's body as it comes and stops at the first byte too many, so that nobody fills the memory.
 * @throws Refusal 413 too large, 408 too slow, 400 cut off
 */
export function readBytes(request: IncomingMessage, limits: BodyLimits): Promise<Buffer> {
  return new Promise((resolve, reject) => {
    const parts: Buffer[] = []
    let size = 0
    const end = (settle: () => void) => {
      clearTimeout(timer)
      request.off('data', more).off('end', whole).off('aborted', cut).off('error', cut)
      settle()
    }
    const no = (refusal: Refusal) =>
      end(() => {
        request.pause()
        reject(refusal)
      })
    const timer = setTimeout(() => no(new Refusal(408, 'This took too long to arrive. Try again.')), limits.ms)
    const more = (part: Buffer) => {
      size += part.length
      if (size > limits.bytes) no(tooLarge(limits))
      else parts.push(part)
    }
    const whole = () => end(() => resolve(parts.length === 1 ? parts[0]! : Buffer.concat(parts)))
    const cut = () => no(new Refusal(400, 'The request was cut off. Try again.'))
    if (Number(request.headers['content-length'] ?? 0) > limits.bytes) return no(tooLarge(limits))
    request.on('data', more).on('end', whole).on('aborted', cut).on('error', cut)
  })
}

/** ms a connection may take for the heads of a request, for all of one, and may stand idle between two. */
const PATIENCE = { headersTimeout: 15_000, requestTimeout: 75_000, keepAliveTimeout: 10_000 }
/** ms */
const LINGER_MS = 400
const limited = new WeakSet<Server>()

/**
 * Reads a request's body once, however often it is asked for; it lies in the event's context then.
 * @returns what is answered where it is refused, or where its path holds letters that no text can
 */
export function takeBody(event: H3Event): Promise<{ error: string } | undefined> {
  return (event.context.bodyTaken ??= take(event)) as Promise<{ error: string } | undefined>
}

async function take(event: H3Event): Promise<{ error: string } | undefined> {
  const { req } = event.node
  const server = (req.socket as unknown as { server?: Server }).server
  if (server && !limited.has(server)) limited.add(Object.assign(server, PATIENCE))
  try {
    if (!readable(event.path)) throw new Refusal(400, 'This address can\'t be read. Go back to Today and open it from there.')
    const comes = req.headers['transfer-encoding'] !== undefined || Number(req.headers['content-length'] ?? 0) > 0
    if (comes) event.context.body = await readBytes(req, limitsOf(event.path))
  }
  catch (error) {
    if (!(error instanceof Refusal)) throw error
    // The rest is not read, so nothing more is sent. For a moment the sender gets to read the answer; then this connection is of no
    // more use, and nobody is to ask for anything else through it.
    setResponseHeader(event, 'connection', 'close')
    // Closed at once it would take the answer with it from under whoever is still sending.
    req.socket.destroySoon = () => req.socket.end()
    req.pause()
    setTimeout(() => req.socket.destroy(), LINGER_MS).unref()
    setResponseStatus(event, error.status)
    return { error: error.message }
  }
}

/** Paths as our pages write them. */
const PLAIN = /^[\w/.?=&-]*$/

function readable(path: string): boolean {
  if (PLAIN.test(path)) return true
  try {
    return !holdsNoLetter(decodeURIComponent(path.replaceAll('+', ' ')))
  }
  catch {
    return false
  }
}

/** Deepest nesting and most values of one body: no form of ours comes near. */
export const JSON_SHAPE = { depth: 32, values: 100_000 }

/** True when a text is deeper or has more values than any form; looks at each letter once and makes nothing. */
export function tooManyParts(text: string, { depth, values } = JSON_SHAPE): boolean {
  let [level, count, inText] = [0, 0, false]
  for (let i = 0; i < text.length; i++) {
    const c = text.charCodeAt(i)
    if (inText) {
      if (c === 92) i++
      else if (c === 34) inText = false
    }
    else if (c === 34) inText = true
    else if (c === 123 || c === 91) {
      if (++level > depth) return true
      count++
    }
    else if (c === 125 || c === 93) level--
    else if (c === 44 && ++count > values) return true
  }
  return false
}

/** A letter that no text can hold: NUL, or half of a pair. PostgreSQL takes neither. */
export const holdsNoLetter = (text: string): boolean => text.includes('\0') || !text.isWellFormed()

const unreadable = (words: string) => new Refusal(400, words)

/**
 * The request's body as JSON; undefined when there is none.
 * @throws Refusal 400 when it is no JSON, too deep, of too many parts, or holds letters that can't be kept
 */
export function readJson(event: H3Event): unknown {
  const bytes = event.context.body as Buffer | undefined
  if (!bytes || bytes.length === 0) return undefined
  const text = bytes.toString('utf8')
  if (tooManyParts(text)) throw unreadable('This request has more parts than any form of Crest. Nothing was stored.')
  // Both can be written as they are or as an escape.
  const suspect = holdsNoLetter(text) || text.includes('\\u')
  let bad = false
  try {
    const value: unknown = suspect
      ? JSON.parse(text, (key, v: unknown) => {
          bad ||= holdsNoLetter(key) || (typeof v === 'string' && holdsNoLetter(v))
          return v
        })
      : JSON.parse(text)
    if (bad) throw unreadable('There is a letter in it that can\'t be kept: it may come from a broken copy. Type that text by hand.')
    return value
  }
  catch (error) {
    if (error instanceof Refusal) throw error
    throw unreadable('This request can\'t be read. Reload the page and try again; nothing was stored.')
  }
}
