import { v7 } from 'uuid'
import { Outbox } from '../../app/outbox/outbox'
import type { Answered, OutboxStorage } from '../../app/outbox/outbox'
import { memoryStorage } from '../../app/outbox/memory.test-support'
import { runEventSchema } from '../../shared/runs'
import type { SentEvent, StoredEvent } from '../../shared/runs'
import type { Client } from '../support/client'
import { event } from '../support/client'

/** What became of a tablet's entries. */
export interface Counts {
  /** Entries that a tablet made. */
  made: number
  /** Entries that the server said it had taken. */
  acknowledged: number
  /** Entries that are stored in the end. */
  stored: number
  /** Entries in the tray of what was not taken. */
  tray: number
  /** Neither stored nor in the tray: must be none. */
  lost: number
  /** Stored more than once, or by somebody else: must be none. */
  doubled: number
  /** Deliveries that were cut off or refused for a while, and sent again. */
  again: number
  /** Stored in another order than made. */
  disordered: number
}

const wait = (ms: number) => new Promise(resolve => setTimeout(resolve, ms))

/** A touch and its taking back, over and over: always allowed, and each one a row. @param at ms of the device */
export function pair(at: number, by: string): [SentEvent, SentEvent] {
  const touch = event({ kind: 'gate.ticked', step: 'try-safety', item: 'gloves', by }, at)
  return [touch, { ...event({ kind: 'event.undone', target: touch.id, by }, at + 1), id: v7({ msecs: at + 1 }) }] as [SentEvent, SentEvent]
}

/** What the state of no run allows: it has to end in the tray. */
export const impossible = (by: string): SentEvent => event({ kind: 'run.finished', by }) as SentEvent

/**
 * One tablet: its entries go through the app's own outbox, over the real network to whichever process answers. Only its store is
 * in memory, where it outlives the outbox as a device's does.
 */
export class Tablet {
  readonly made: SentEvent[] = []
  readonly acknowledged = new Set<string>()
  again = 0
  private turn = 0
  private stopped = false
  private readonly storage: OutboxStorage = memoryStorage()
  private outbox = this.start()

  constructor(
    private readonly client: Client,
    private readonly urls: string[],
    readonly runId: string,
    readonly by: string,
  ) {}

  private start(): Outbox {
    return new Outbox({
      storage: this.storage,
      transport: { events: (runId, events) => this.post(runId, events), photo: async () => ({ status: 0, body: null }) },
      check: entry => (entry.kind === 'event' && runEventSchema.safeParse(entry.event).success ? null : 'That can never be stored.'),
      mayBook: by => by === this.by,
      taken: (_: string, __: StoredEvent[], ids: string[]) => ids.forEach(id => this.acknowledged.add(id)),
      changed: () => {},
      chance: Math.random,
      now: Date.now,
    })
  }

  private async post(runId: string, events: unknown[]): Promise<Answered> {
    const url = this.urls[this.turn++ % this.urls.length]!
    const answered = await fetch(`${url}/api/runs/${runId}/events`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', 'origin': url, 'cookie': this.client.cookie },
      body: JSON.stringify({ events }),
      signal: AbortSignal.timeout(5000),
    }).then(
      async (r): Promise<Answered> => ({ status: r.status, body: (await r.json().catch(() => null)) as unknown }),
      (): Answered => ({ status: 0, body: null }),
    )
    if (answered.status !== 200) this.again++
    return answered
  }

  /** Enters something. Comes true once it is kept on the device. */
  async enter(entry: SentEvent): Promise<void> {
    this.made.push(entry)
    const added = this.outbox.add({ kind: 'event', id: entry.id, runId: this.runId, by: this.by, event: entry })
    if (added.refused !== null) throw new Error(added.refused)
    await added.kept
  }

  /**
   * Goes on entering until told; then until nothing is on its way any more. Now and then the page is loaded again, in the middle of
   * whatever it does.
   */
  async work(until: () => boolean): Promise<void> {
    for (let i = 0; !until() && !this.stopped; i++) {
      for (const entry of pair(Date.now(), this.by)) await this.enter(entry)
      if (i % 40 === 39) await this.enter(impossible(this.by))
      if (i % 60 === 59) {
        this.outbox.close()
        this.outbox = this.start()
      }
      await wait(12)
    }
    await this.through()
  }

  /** Until nothing is on its way any more. */
  async through(): Promise<void> {
    for (let i = 0; this.outbox.waiting.length > 0 && !this.stopped; i++) {
      if (i % 10 === 0) await this.outbox.send()
      await wait(50)
    }
    this.outbox.close()
  }

  stop() {
    this.stopped = true
    this.outbox.close()
  }

  /** Compared with what is stored in the end. */
  counts(stored: StoredEvent[]): Counts {
    const mine = new Set(this.made.map(e => e.id))
    const rows = stored.filter(e => mine.has(e.id))
    const ids = rows.map(e => e.id)
    const have = new Set(ids)
    const tray = new Set(this.outbox.notTaken.map(k => k.entry.id))
    const order = this.made.map(e => e.id).filter(id => have.has(id))
    return {
      made: this.made.length,
      acknowledged: this.acknowledged.size,
      stored: have.size,
      tray: tray.size,
      lost: this.made.filter(e => !have.has(e.id) && !tray.has(e.id)).length + [...this.acknowledged].filter(id => !have.has(id)).length,
      doubled: ids.length - have.size + rows.filter(e => e.by !== this.by).length + [...tray].filter(id => have.has(id)).length,
      again: this.again,
      disordered: [...have].filter((id, i) => order[i] !== id).length,
    }
  }
}

export const sum = (all: Counts[]): Counts =>
  all.reduce((a, b) => Object.fromEntries(Object.entries(a).map(([key, n]) => [key, n + b[key as keyof Counts]])) as unknown as Counts)
