import type { LiveMessage, StoredEvent } from '#shared/runs'

/** What is stored within this time is told together: telling of each by itself would take a tenth as long as storing it. */
const GATHER_MS = 20
const RETRY_MS = 500
/** PostgreSQL takes 8000 bytes with a notification. */
const MOST_MESSAGE = 7500

/** What other processes and all pages are told: the events themselves where they are short, or that the run is to be read as a whole. */
export function runMessage(id: string, events: StoredEvent[] | null): string {
  const whole = events && JSON.stringify({ topic: 'run', id, events } satisfies LiveMessage)
  return whole !== null && Buffer.byteLength(whole) <= MOST_MESSAGE ? whole : JSON.stringify({ topic: 'run', id } satisfies LiveMessage)
}

/**
 * Tells which entries were stored, a moment after. Killed in between, a process leaves it untold; when it starts again, its feed has
 * everybody else look at everything.
 */
export class RunNews {
  /** Events by run; null where the run has to be read as a whole. */
  private waiting = new Map<string, StoredEvent[] | null>()
  private timer: NodeJS.Timeout | undefined
  private telling: Promise<void> | null = null

  /** @param tell sends each message to every process; rejects when the database is away */
  constructor(private readonly tell: (messages: string[]) => Promise<unknown>) {}

  add(runId: string, events: readonly StoredEvent[]): void {
    const before = this.waiting.get(runId)
    if (before) before.push(...events)
    else if (before === undefined) this.waiting.set(runId, [...events])
    this.timer ??= setTimeout(() => void this.flush(), GATHER_MS)
  }

  /** Tells what waits, after what is being told already. It is there when this returns, or the database is away. */
  async flush(): Promise<void> {
    while (this.telling) await this.telling
    clearTimeout(this.timer)
    this.timer = undefined
    if (this.waiting.size === 0) return
    this.telling = this.tellAll()
    await this.telling
  }

  private async tellAll(): Promise<void> {
    const told = this.waiting
    this.waiting = new Map()
    try {
      await this.tell([...told].map(([id, events]) => runMessage(id, events)))
    }
    catch {
      for (const id of told.keys()) this.waiting.set(id, null)
      clearTimeout(this.timer)
      this.timer = setTimeout(() => void this.flush(), RETRY_MS).unref()
    }
    finally {
      this.telling = null
    }
  }
}
