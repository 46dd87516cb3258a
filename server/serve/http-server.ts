import { createServer } from 'node:http'
import type { RequestListener, Server, ServerResponse } from 'node:http'
import { answersTo } from './hosts'

/** ms a connection may take for the heads of a request, for all of one, and may stand idle between two. */
const PATIENCE = { headersTimeout: 15_000, requestTimeout: 75_000, keepAliveTimeout: 10_000 }
/** Open connections of one address. A browser holds six and a stream a page; behind a proxy twenty tablets share its address. */
const MOST_OF_ADDRESS = 256
/** Time that requests may still take once the server is told to end, ms. */
const GRACE_MS = 2000

export interface ServerOptions {
  /** Names beside localhost and this machine's addresses, as `CREST_HOSTS` has them. */
  hosts: string
  mostOfAddress?: number
}

function refuseName(res: ServerResponse, header: string | undefined): void {
  const words = `Crest doesn't answer to the name "${(header ?? '').slice(0, 80)}". Open it by its address, or add the name to CREST_HOSTS.`
  res.writeHead(421, { 'content-type': 'application/json', 'x-content-type-options': 'nosniff', 'connection': 'close' })
  res.end(JSON.stringify({ error: words }))
}

/** The HTTP server around the app: bounded patience, so many connections for each address, and only names that it answers to. */
export function createHttpServer(listener: RequestListener, { hosts, mostOfAddress = MOST_OF_ADDRESS }: ServerOptions): Server {
  const server = createServer(PATIENCE, (req, res) => {
    if (answersTo(req.headers.host, hosts)) return listener(req, res)
    refuseName(res, req.headers.host)
  })
  const open = new Map<string, number>()
  server.on('connection', (socket) => {
    const address = socket.remoteAddress ?? ''
    const count = (open.get(address) ?? 0) + 1
    if (count > mostOfAddress) return socket.destroy()
    open.set(address, count)
    socket.once('close', () => {
      const left = open.get(address)! - 1
      if (left === 0) open.delete(address)
      else open.set(address, left)
    })
  })
  return server
}

/** Ends the server: takes nothing new, lets what is being answered end, and closes the streams that never would. */
export function endServer(server: Server, graceMs = GRACE_MS): Promise<void> {
  return new Promise((resolve) => {
    server.close(() => resolve())
    server.closeIdleConnections()
    setTimeout(() => server.closeAllConnections(), graceMs).unref()
  })
}
