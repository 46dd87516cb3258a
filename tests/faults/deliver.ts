import { v7 } from 'uuid'
import type { EventOutcome, StoredEvent } from '../../shared/runs'
import type { Client } from '../support/client'
import { event } from '../support/client'

type Entry = ReturnType<typeof event>

/** What became of a tablet's entries. */
export interface Counts {
  /** Entries that a tablet made. */
  made: number
  /** Entries that the server said it had taken. */
  acknowledged: number
  /** Acknowledged and not stored: must be none. */
  lost: number
  /** Stored more than once: must be none. */
  twice: number
  /** Deliveries that were cut off or refused for a while, and sent again. */
  again: number
  /** Stored in another order than made. */
  disordered: number
}

const wait = (ms: number) => new Promise(resolve => setTimeout(resolve, ms))

/** A touch and its taking back, over and over: always allowed, and each one a row. @param at ms of the device */
export function pair(at: number): [Entry, Entry] {
  const touch = event({ kind: 'gate.ticked', step: 'safety', item: 'gloves' }, at)
  return [touch, { ...event({ kind: 'event.undone', target: touch.id }, at + 1), id: v7({ msecs: at + 1 }) }]
}

/**
 * One tablet: makes entries and sends what waits until each is answered, as the outbox does. An answer that never came leads to the same entries
 * being sent again, perhaps to another process.
 */
export class Tablet {
  readonly made: Entry[] = []
  readonly acknowledged = new Set<string>()
  again = 0
  private waiting: Entry[] = []
  private stopped = false

  constructor(private readonly client: Client, private readonly urls: string[], readonly runId: string) {}

  async work(until: () => boolean): Promise<void> {
    for (let turn = 0; !until() || this.waiting.length > 0; turn++) {
      if (!until()) {
        const entries = pair(Date.now())
        this.made.push(...entries)
        this.waiting.push(...entries)
      }
      await this.send(this.urls[turn % this.urls.length]!)
      if (this.stopped) return
    }
  }

  stop() {
    this.stopped = true
  }

  private async send(url: string): Promise<void> {
    const batch = this.waiting.slice(0, 50)
    try {
      const response = await fetch(`${url}/api/runs/${this.runId}/events`, {
        method: 'POST', headers: { 'content-type': 'application/json', 'origin': url, 'cookie': this.client.cookie }, body: JSON.stringify({ events: batch }), signal: AbortSignal.timeout(5000),
      })
      if (!response.ok) throw new Error(String(response.status))
      const { outcomes } = await response.json() as { outcomes: EventOutcome[] }
      for (const o of outcomes) if (o.accepted) this.acknowledged.add(o.id)
      const answered = new Set(outcomes.map(o => o.id))
      this.waiting = this.waiting.filter(e => !answered.has(e.id))
    }
    catch {
      this.again++
      await wait(40)
    }
  }

  /** Compared with what is stored in the end. */
  counts(stored: StoredEvent[]): Counts {
    const mine = new Set(this.made.map(e => e.id))
    const ids = stored.map(e => e.id).filter(id => mine.has(id))
    const have = new Set(ids)
    const order = this.made.map(e => e.id).filter(id => have.has(id))
    return {
      made: this.made.length, acknowledged: this.acknowledged.size, lost: [...this.acknowledged].filter(id => !have.has(id)).length, twice: ids.length - have.size, again: this.again,
      disordered: [...have].filter((id, i) => order[i] !== id).length,
    }
  }
}

export const sum = (all: Counts[]): Counts => all.reduce((a, b) => ({ made: a.made + b.made, acknowledged: a.acknowledged + b.acknowledged, lost: a.lost + b.lost, twice: a.twice + b.twice, again: a.again + b.again, disordered: a.disordered + b.disordered }))
