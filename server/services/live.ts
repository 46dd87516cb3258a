import pg from 'pg'
import type { LiveMessage } from '#shared/runs'
import { connectionConfig } from '../db/pool'
import { LIVE_CHANNEL } from './context'

type Listener = (message: LiveMessage) => void

/** Hears what any app process on this database tells, and passes it to the pages connected to this one. */
export interface LiveFeed {
  listen: (listener: Listener) => () => void
  close: () => Promise<void>
}

const RETRY_MS = 500

/** One connection for all pages. It comes back by itself after the database was away, and then says that anything may have changed. */
export function openLiveFeed(url: string): LiveFeed {
  const listeners = new Set<Listener>()
  let client: pg.Client | undefined
  let closed = false
  const tell = (message: LiveMessage) => listeners.forEach(listener => listener(message))

  async function connect(again: boolean): Promise<void> {
    if (closed) return
    const next = new pg.Client({ ...connectionConfig(url), keepAlive: true })
    let lost = false
    const retry = () => {
      if (lost || closed) return
      lost = true
      next.end().catch(() => {})
      setTimeout(() => void connect(true), RETRY_MS).unref()
    }
    next.on('error', retry)
    next.on('end', retry)
    next.on('notification', n => tell(JSON.parse(n.payload!) as LiveMessage))
    try {
      await next.connect()
      await next.query(`listen ${LIVE_CHANNEL}`)
      client = next
      if (again) tell({ topic: 'all' })
    }
    catch {
      retry()
    }
  }

  void connect(false)
  return {
    listen(listener) {
      listeners.add(listener)
      return () => listeners.delete(listener)
    },
    async close() {
      closed = true
      await client?.end().catch(() => {})
    },
  }
}
