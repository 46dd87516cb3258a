import { getQuery, setResponseHeaders } from 'h3'
import type { LiveMessage } from '#shared/runs'
import { route } from '../http/handler'
import { liveFeed } from '../http/live'
import { readSession } from '../services/accounts'

const HEARTBEAT_MS = 15_000
/** What changes who may listen. `all`: the listener was away and may have missed it. */
const ENDS: readonly LiveMessage['topic'][] = ['crew', 'all', 'session']
/** A page that does not take what it is sent is let go: it comes back by itself and asks for everything. */
const MOST_UNREAD = 1_000_000

/**
 * Server-sent events: what changed, by topic, several at once. Pages fetch the facts themselves. The stream ends with its session.
 * `since`, a time of the server in ms, has it begin with what was told from then on.
 */
export default route((event, { pool, session, by }) => {
  const { res } = event.node
  // Whoever left while their session was read is told nothing, and nothing is kept for them: `close` has been and won't come again.
  if (res.closed || res.destroyed || event.node.req.destroyed) {
    event._handled = true
    return
  }
  setResponseHeaders(event, { 'content-type': 'text/event-stream; charset=utf-8', 'cache-control': 'no-store', 'x-accel-buffering': 'no' })
  res.flushHeaders()
  const write = (text: string) => void (res.writableLength > MOST_UNREAD ? res.destroy() : res.write(text))
  const beat = () => write(`event: beat\ndata: ${Date.now()}\n\n`)

  function tell(messages: readonly LiveMessage[]) {
    const told = messages.filter(m => m.topic !== 'session')
    if (told.length > 0) write(`data: ${JSON.stringify(told)}\n\n`)
  }
  async function stillHolds() {
    // Without an answer it is asked again with the next heartbeat.
    const now = await readSession(pool, session.id, new Date()).catch(() => undefined)
    if (now === null || (now && !now.people.includes(by))) res.end()
  }
  const stop = liveFeed().listen((messages) => {
    if (messages.some(m => ENDS.includes(m.topic))) void stillHolds()
    tell(messages)
  })
  const heartbeat = setInterval(() => {
    beat()
    void stillHolds()
  }, HEARTBEAT_MS)
  res.once('close', () => {
    clearInterval(heartbeat)
    stop()
  })
  beat()
  const since = Number(getQuery(event).since ?? NaN)
  if (Number.isFinite(since)) tell(liveFeed().since(since))
  // The answer goes on until one side ends it.
  event._handled = true
})
