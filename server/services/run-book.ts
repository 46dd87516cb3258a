import { runIntake } from '#core/bench/run'
import type { RunIntake } from '#core/bench/run'
import type { LiveMessage, RunHead, StoredEvent } from '#shared/runs'
import { inTransaction } from '../db/pool'
import type { Db, Pool } from '../db/pool'
import { eventsOfRuns } from '../db/queries/events'
import * as runs from '../db/queries/runs'
import { notFound } from './refusal'

/**
 * A run that is being worked on: what the database says of it, and the fold of its events. Its fold is kept between requests, so that an
 * entry need not read the whole run again, and is never the truth: each time it is brought up to the last number that is stored.
 */
export interface OpenRun {
  head: RunHead
  intake: RunIntake
  /** Number of the last event in the fold. */
  seq: number
}

/** Folds that are kept; the one that was used longest ago goes first. */
const MOST_KEPT = 64
/** PostgreSQL takes 8000 bytes with a notification. */
const MOST_MESSAGE = 7500

/** Builds the live message of stored events: the events themselves where they are short, or that the run is to be read as a whole. */
export function runMessage(id: string, events: StoredEvent[]): string {
  const whole = JSON.stringify({ topic: 'run', id, events } satisfies LiveMessage)
  return Buffer.byteLength(whole) <= MOST_MESSAGE ? whole : JSON.stringify({ topic: 'run', id } satisfies LiveMessage)
}

async function read(db: Db, id: string): Promise<OpenRun> {
  const head = await runs.runHead(db, id)
  if (!head) throw notFound('run')
  const events = (await eventsOfRuns(db, [id])).get(id) ?? []
  return { head, intake: runIntake(head.plan, events), seq: events.at(-1)?.seq ?? 0 }
}

/** Takes in what other processes stored since. @returns false where the fold doesn't follow: then it is of no more use */
async function bringUpToDate(db: Db, run: OpenRun, stored: runs.LockedRun): Promise<boolean> {
  if (stored.seq < run.seq || stored.endedAt !== run.head.endedAt) return false
  const news = stored.seq === run.seq ? [] : ((await eventsOfRuns(db, [run.head.id], run.seq)).get(run.head.id) ?? [])
  for (const event of news) {
    if (run.intake.offer(event) !== null) return false
    run.seq = event.seq
  }
  return run.seq === stored.seq
}

/** The runs that one process has open. Whoever works on a run has it alone: here by waiting in turn, everywhere by a lock of its row. */
export class RunBook {
  private readonly kept = new Map<string, OpenRun>()
  private readonly lastTurn = new Map<string, Promise<unknown>>()

  constructor(private readonly pool: Pool) {}

  /**
   * Works on a run in one transaction that holds its row. What `work` offers to the fold it has to store as well. It may be called twice,
   * where another transaction stood in its way.
   * @param ending the run may come to its end, or its job is changed otherwise: that is locked first, as everywhere
   * @throws Refusal 404 where there is no such run
   */
  async work<T>(id: string, ending: boolean, work: (db: Db, run: OpenRun) => Promise<T>): Promise<T> {
    const before = this.lastTurn.get(id)
    const turn = (before ?? Promise.resolve()).then(() => this.workNow(id, ending, work))
    const over = turn.catch(() => {})
    this.lastTurn.set(id, over)
    try {
      return await turn
    }
    finally {
      if (this.lastTurn.get(id) === over) this.lastTurn.delete(id)
    }
  }

  private async workNow<T>(id: string, ending: boolean, work: (db: Db, run: OpenRun) => Promise<T>): Promise<T> {
    // Nobody finds a fold that holds what was not stored: it is put back only once the transaction is.
    let known = this.kept.get(id)
    this.kept.delete(id)
    let run: OpenRun | undefined
    const result = await inTransaction(this.pool, async (db) => {
      if (ending) await runs.lockJobOfRun(db, id)
      const stored = await runs.lockRun(db, id)
      if (!stored) throw notFound('run')
      const usable = known && (await bringUpToDate(db, known, stored)) ? known : undefined
      // A second try starts from what is stored: the first one may have offered what was rolled back.
      known = undefined
      run = usable ?? (await read(db, id))
      // What its end is written with is as it stands now.
      if (usable && ending) run.head = (await runs.runHead(db, id)) ?? run.head
      return work(db, run)
    })
    if (run) this.keep(id, run)
    return result
  }

  private keep(id: string, run: OpenRun): void {
    this.kept.set(id, run)
    if (this.kept.size <= MOST_KEPT) return
    const [oldest] = this.kept.keys()
    if (oldest !== undefined) this.kept.delete(oldest)
  }
}
