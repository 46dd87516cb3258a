import pg from 'pg'
import type { LiveMessage } from '#shared/runs'
import { connectionConfig } from '../db/pool'
import { LIVE_CHANNEL } from './context'

type Listener = (messages: LiveMessage[]) => void

/** Hears what any app process on this database tells, and passes it to the pages connected to this one. */
export interface LiveFeed {
  /** @param listener is given what came since it was last called, in order */
  listen: (listener: Listener) => () => void
  /** What was told since that time of the server, ms; that anything may have changed where that is not known. */
  since: (time: number) => LiveMessage[]
  close: () => Promise<void>
}

const RETRY_MS = 500
/** What comes within this time goes out together: twenty pages are written to once and not for each entry. */
const GATHER_MS = 20
/** A page that has just been opened asks for what was told while it asked for everything else. */
const KEPT_MS = 30_000

/** Past messages that are let go of together. */
const LET_GO = 1000

const EVERYTHING = JSON.stringify({ topic: 'all' } satisfies LiveMessage)

const read = (text: string) => JSON.parse(text) as LiveMessage

/** What was told within the last half minute, as text: hardly any of it is ever asked for. @param from when it began to be heard, ms */
export function recentNews(from: number) {
  let complete = from
  const kept: { at: number, text: string }[] = []
  /** Of those that are not past. */
  let first = 0
  return {
    keep(text: string, at: number) {
      kept.push({ at, text })
      while (kept[first]!.at < at - KEPT_MS) complete = kept[first++]!.at + 1
      if (first < LET_GO) return
      kept.splice(0, first)
      first = 0
    },
    since: (time: number): LiveMessage[] =>
      time < complete ? [{ topic: 'all' }] : gathered(kept.slice(first).flatMap(k => (k.at >= time ? [read(k.text)] : []))),
  }
}

/** The same news once: what is to be asked for afresh is asked for once, and events of one run go in one message. */
export function gathered(messages: readonly LiveMessage[]): LiveMessage[] {
  const out: LiveMessage[] = []
  for (const message of messages) {
    const same = out.findIndex(
      m =>
        m.topic === message.topic
        && ('id' in m ? m.id === (message as { id: string }).id : 'day' in m ? m.day === (message as { day: string }).day : true),
    )
    if (same === -1) out.push(message)
    else if (message.topic === 'run') {
      const before = out[same] as typeof message
      // A message without events asks for the whole run, and so for these as well.
      out[same]
        = before.events && message.events ? { ...message, events: [...before.events, ...message.events] } : { topic: 'run', id: message.id }
    }
  }
  return out
}

/** One connection for all pages. It comes back by itself after the database was away, and then says that anything may have changed. */
export function openLiveFeed(url: string): LiveFeed {
  const listeners = new Set<Listener>()
  let client: pg.Client | undefined
  let closed = false
  let heard: LiveMessage[] = []
  let timer: NodeJS.Timeout | undefined
  // Until the database is listened to, nothing is known of any time.
  let recent = recentNews(Infinity)

  function flush() {
    timer = undefined
    const messages = gathered(heard)
    heard = []
    listeners.forEach(listener => listener(messages))
  }
  function tell(text: string) {
    recent.keep(text, Date.now())
    if (listeners.size === 0) return
    heard.push(read(text))
    timer ??= setTimeout(flush, GATHER_MS)
  }

  async function connect(): Promise<void> {
    if (closed) return
    const next = new pg.Client({ ...connectionConfig(url), query_timeout: undefined })
    let lost = false
    const retry = () => {
      if (lost || closed) return
      lost = true
      recent = recentNews(Infinity)
      next.end().catch(() => {})
      setTimeout(() => void connect(), RETRY_MS).unref()
    }
    next.on('error', retry)
    next.on('end', retry)
    next.on('notification', n => n.payload !== undefined && tell(n.payload))
    try {
      await next.connect()
      await next.query(`listen ${LIVE_CHANNEL}`)
      client = next
      recent = recentNews(Date.now())
      // Nobody heard what was told while this was cut off.
      tell(EVERYTHING)
    }
    catch {
      retry()
    }
  }

  void connect()
  return {
    listen(listener) {
      listeners.add(listener)
      return () => listeners.delete(listener)
    },
    since: time => recent.since(time),
    async close() {
      closed = true
      clearTimeout(timer)
      await client?.end().catch(() => {})
    },
  }
}
