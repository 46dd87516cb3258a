import type { IncomingMessage } from 'node:http'
import type { H3Event } from 'h3'
import { NOT_SIGNED_IN, Refusal } from '../services/refusal'
import { namesSession } from './session'

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

/** Bytes that several requests share. */
export interface ByteBudget {
  /** Takes some; false where they are more than is left, and then none are taken. */
  take: (bytes: number) => boolean
  giveBack: (bytes: number) => void
}

export function byteBudget(most: number): ByteBudget {
  let taken = 0
  return {
    take: (bytes) => {
      if (taken + bytes > most) return false
      taken += bytes
      return true
    },
    giveBack: bytes => void (taken -= bytes),
  }
}

/**
 * Reads a request's body as it comes and stops at the first byte too many, so that nobody fills the memory.
 * @param together what all bodies that are being read share
 * @throws Refusal 413 too large, 408 too slow, 400 cut off, 503 where others are sending too much
 */
export function readBytes(request: IncomingMessage, limits: BodyLimits, together: ByteBudget): Promise<Buffer> {
  return new Promise((resolve, reject) => {
    const parts: Buffer[] = []
    let [size, held] = [0, 0]
    const end = (settle: () => void) => {
      clearTimeout(timer)
      together.giveBack(held)
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
      if (size > limits.bytes) return no(tooLarge(limits))
      if (!together.take(part.length)) return no(new Refusal(503, 'Crest is taking in other things just now. Try again in a moment.'))
      held += part.length
      parts.push(part)
    }
    const whole = () => end(() => resolve(parts.length === 1 ? parts[0]! : Buffer.concat(parts)))
    const cut = () => no(new Refusal(400, 'The request was cut off. Try again.'))
    if (Number(request.headers['content-length'] ?? 0) > limits.bytes) return no(tooLarge(limits))
    request.on('data', more).on('end', whole).on('aborted', cut).on('error', cut)
  })
}

/** Most that all bodies being read may hold together, so that many at once fill no memory either. bytes */
const MOST_TOGETHER = 64_000_000
/** Of people who have not signed in, only these are read, and no more of them together than that. bytes */
const STRANGERS: { paths: RegExp, limits: BodyLimits, together: number } = {
  paths: /^\/api\/(?:session|first-run)$/,
  limits: { bytes: 20_000, ms: 20_000 },
  together: 1_000_000,
}
const ofAll = byteBudget(MOST_TOGETHER)
const ofStrangers = byteBudget(STRANGERS.together)

/** For a moment the sender gets to read why the rest of its body is not taken. ms */
const LINGER_MS = 400

/**
 * Reads a request's body; it lies in the event's context then. Where it is refused, the answer is written here.
 * @throws Refusal 400 where the address holds characters that can't be stored, or a key twice
 */
export async function takeBody(event: H3Event): Promise<void> {
  const { req, res } = event.node
  try {
    checkAddress(event.path)
    const comes = req.headers['transfer-encoding'] !== undefined || Number(req.headers['content-length'] ?? 0) > 0
    if (comes) event.context.body = await bodyOf(event)
  }
  catch (error) {
    if (!(error instanceof Refusal)) throw error
    const text = JSON.stringify({ error: error.message })
    res.writeHead(error.status, { 'content-type': 'application/json', 'content-length': Buffer.byteLength(text), 'connection': 'close' })
    res.write(text)
    // What still comes is thrown away, so that whoever is sending gets to read the answer; then the connection is closed.
    req.resume()
    if (req.complete) res.end()
    else setTimeout(() => res.end(), LINGER_MS).unref()
  }
}

/** @throws Refusal as `readBytes`, and 401 where somebody who has not signed in sends what is not read of strangers */
async function bodyOf(event: H3Event): Promise<Buffer> {
  const { req } = event.node
  if (await namesSession(event)) return readBytes(req, limitsOf(event.path), ofAll)
  if (!STRANGERS.paths.test(event.path.split('?')[0]!)) throw new Refusal(401, NOT_SIGNED_IN)
  return readBytes(req, STRANGERS.limits, ofStrangers)
}

/** Paths as our pages write them. */
const PLAIN = /^[\w/.?=&-]*$/

/** @throws Refusal 400 where an address can't be decoded, holds what no text can, or has one key several times */
function checkAddress(path: string): void {
  const unreadable = () => new Refusal(400, 'This address can\'t be read. Go back to Today and open it from there.')
  if (!PLAIN.test(path)) {
    try {
      if (unstorableText(decodeURIComponent(path.replaceAll('+', ' ')))) throw unreadable()
    }
    catch {
      throw unreadable()
    }
  }
  const keys = [...new URLSearchParams(path.split('?')[1] ?? '').keys()]
  if (new Set(keys).size < keys.length) throw unreadable()
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

/** Matches text that PostgreSQL can't store: NUL, and halves of surrogate pairs. */
export const unstorableText = (text: string): boolean => text.includes('\0') || !text.isWellFormed()

/** The least double that is held in full (IEEE 754): PostgreSQL refuses smaller ones. JSON's `1e999` is read as Infinity. */
const SMALLEST = 2.2250738585072014e-308
const unstorableNumber = (n: number): boolean => !Number.isFinite(n) || (n !== 0 && Math.abs(n) < SMALLEST)

/** Finds what no column can hold, however deep it lies. */
function unstorable(value: unknown): 'text' | 'number' | null {
  if (typeof value === 'string') return unstorableText(value) ? 'text' : null
  if (typeof value === 'number') return unstorableNumber(value) ? 'number' : null
  if (typeof value !== 'object' || value === null) return null
  for (const [key, inside] of Object.entries(value)) {
    const found = unstorableText(key) ? 'text' : unstorable(inside)
    if (found) return found
  }
  return null
}

const UNSTORABLE = {
  text: 'There is a letter in it that can\'t be kept: it may come from a broken copy. Type that text by hand.',
  number: 'There is a number in it that is larger or smaller than Crest can keep. Check its unit. Nothing was stored.',
}

/**
 * The request's body as JSON; undefined when there is none.
 * @throws Refusal 400 when it is no JSON, too deep, of too many parts, or holds text or numbers that can't be stored
 */
export function readJson(event: H3Event): unknown {
  const bytes = event.context.body as Buffer | undefined
  if (!bytes || bytes.length === 0) return undefined
  const text = bytes.toString('utf8')
  if (tooManyParts(text)) throw new Refusal(400, 'This request has more parts than any form of Crest. Nothing was stored.')
  let value: unknown
  try {
    value = JSON.parse(text)
  }
  catch {
    throw new Refusal(400, 'This request can\'t be read. Reload the page and try again; nothing was stored.')
  }
  const found = unstorable(value)
  if (found) throw new Refusal(400, UNSTORABLE[found])
  return value
}
