import { defineEventHandler, setResponseHeader, setResponseStatus } from 'h3'
import type { Server } from 'node:http'
import { holdsNoLetter, limitsOf, readBytes } from '../http/body'
import { Refusal } from '../services/refusal'

/** ms a connection may take for the heads of a request, for all of one, and may stand idle between two. */
const PATIENCE = { headersTimeout: 15_000, requestTimeout: 75_000, keepAliveTimeout: 10_000 }
/** ms */
const LINGER_MS = 400
const limited = new WeakSet<Server>()

/** Nothing else sees a request before its body is here and no larger than it may be; and no path holds letters that no text can. */
export default defineEventHandler(async (event) => {
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
})

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
