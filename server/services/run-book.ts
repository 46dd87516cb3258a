import { runIntake } from '#core/bench/run'
import type { RunIntake } from '#core/bench/run'
import type { RunHead, StoredEvent } from '#shared/runs'
import { inTransaction, writerBeside } from '../db/pool'
import type { Db, Pool, Writes } from '../db/pool'
import * as runs from '../db/queries/runs'
import { appendEvents, eventsOfRuns } from '../db/queries/events'
import type { EventsOfSession } from '../db/queries/events'
import { tellAll } from './context'
import { notFound } from './refusal'
import { RunNews } from './run-news'

/**
 * A run as this process knows it: the fold of what is stored, kept so that an entry need not read the whole run again. It is
 * never the truth. Its number says up to where it goes, and the database takes each number once: where another process was
 * first, the page is thrown away and read afresh.
 */
export interface Page {
  head: RunHead
  intake: RunIntake
  /** Number of the last event it holds. */
  seq: number
  /** Something it holds was not stored: nothing may be built on it. */
  dead: boolean
}

const MOST_PAGES = 64
/** Events of one statement. */
const MOST_ROWS = 400

async function readPage(db: Db, head: RunHead): Promise<Page> {
  const events = (await eventsOfRuns(db, [head.id])).get(head.id)!
  return { head, intake: runIntake(head.plan, events), seq: events.at(-1)?.seq ?? 0, dead: false }
}

/** Takes in what is stored since. @returns false where the page is of no use any more */
async function bringUpToDate(db: Db, page: Page): Promise<boolean> {
  const news = (await eventsOfRuns(db, [page.head.id], page.seq)).get(page.head.id)!
  for (const event of news) {
    if (page.intake.offer(event) !== null) return false
    page.seq = event.seq
  }
  return true
}

/** `stale`: it does not follow what is stored any more; `refused`: the session may not book it. */
export type Appended = 'stored' | 'stale' | 'refused'

interface Waiting extends EventsOfSession {
  page: Page
  done: (outcome: Appended) => void
  failed: (error: unknown) => void
}

/** A number or an id is taken, or two statements stood in each other's way. */
const isTaken = (error: unknown) => ['23505', '40P01', '40001'].includes((error as { code?: string }).code ?? '')

/**
 * The runs that this process has open, and the one hand that writes their events: what comes while it writes goes into the
 * next statement together.
 */
export class RunBook {
  private readonly pages = new Map<string, Promise<Page>>()
  /** Runs that somebody works on in a transaction; entries of these wait. */
  private readonly held = new Map<string, Promise<unknown>>()
  private queue: Waiting[] = []
  private writing: Promise<void> | null = null

  /**
   * @param writer stores what is appended
   * @param news tells of it
   */
  constructor(
    private readonly pool: Pool,
    private readonly writer: Writes = writerBeside(pool),
    private readonly news = new RunNews(messages => tellAll(pool, messages)),
  ) {}

  /** Tells what is not told yet, before the process ends. */
  close(): Promise<void> {
    return this.news.flush()
  }

  /** The run as it is known here, once nobody holds it. @throws Refusal 404 */
  async page(id: string): Promise<Page> {
    while (this.held.has(id)) await this.held.get(id)
    let page = this.pages.get(id)
    if (!page) {
      page = this.read(id)
      this.pages.set(id, page)
      page.catch(() => this.pages.delete(id))
      if (this.pages.size > MOST_PAGES) this.pages.delete(this.pages.keys().next().value!)
    }
    return page
  }

  private async read(id: string): Promise<Page> {
    const head = await runs.runHead(this.pool, id)
    if (!head) throw notFound('run')
    return readPage(this.pool, head)
  }

  /**
   * Stores events that were offered to the page's intake already and numbered on from it.
   * @returns whether they are stored; if not, the page is dead
   * @throws what the database says when it is away
   */
  append(page: Page, session: string, events: StoredEvent[]): Promise<Appended> {
    return new Promise((done, failed) => {
      this.queue.push({ page, runId: page.head.id, session, events, done, failed })
      this.writing ??= this.writeAll()
    })
  }

  /** Gives up a page that holds what is not stored. */
  drop(page: Page) {
    page.dead = true
    this.pages.delete(page.head.id)
  }

  /**
   * Works on a run alone, in one transaction: its row is locked, and its page holds all that is stored. What `work` offers to
   * the page it has to store as well.
   * @param ending the run may come to its end, or its job is changed otherwise: that is locked before it, as everywhere
   * @throws Refusal 404
   */
  async alone<T>(id: string, ending: boolean, work: (db: Db, page: Page) => Promise<T>): Promise<T> {
    while (this.held.has(id)) await this.held.get(id)
    let release = () => {}
    this.held.set(id, new Promise<void>(resolve => (release = resolve)))
    try {
      let known = await this.takeOver(id)
      let used: Page | null = null
      const result = await inTransaction(this.pool, async (db) => {
        if (ending) await runs.lockJobOfRun(db, id)
        const head = await runs.runHead(db, id, true)
        if (!head) throw notFound('run')
        const page = known && { ...known, head }
        // Done again, it starts from what is stored: the first try has offered what was not.
        known = null
        used = page && (await bringUpToDate(db, page)) ? page : await readPage(db, head)
        return work(db, used)
      })
      // What it holds is stored now.
      if (used) this.pages.set(id, Promise.resolve(used))
      return result
    }
    finally {
      this.held.delete(id)
      release()
    }
  }

  /** The page of a run for one who holds it: what is on its way is stored or given up first, and nobody else goes on with it. */
  private async takeOver(id: string): Promise<Page | null> {
    // Pages hear in order what was stored before; one that hears of an entry too soon reads the whole run.
    await this.news.flush()
    const known = (await this.pages.get(id)?.catch(() => null)) ?? null
    // Nothing may be waited for after this, or entries could be offered to a page that is given away.
    while (this.writing) await this.writing
    this.pages.delete(id)
    if (!known || known.dead) return null
    const mine = { ...known }
    known.dead = true
    return mine
  }

  private async writeAll(): Promise<void> {
    try {
      while (this.queue.length > 0) {
        const batch: Waiting[] = []
        for (let rows = 0; this.queue.length > 0 && rows < MOST_ROWS; rows += batch.at(-1)!.events.length) batch.push(this.queue.shift()!)
        await this.write(batch)
      }
    }
    finally {
      // In the same breath as the look at the queue: what comes a moment later would wait for a hand that has gone already.
      this.writing = null
    }
  }

  private async write(batch: Waiting[]): Promise<void> {
    const live = batch.filter(w => !w.page.dead)
    batch.filter(w => w.page.dead).forEach(w => w.done('stale'))
    if (live.length === 0) return
    let outcome: Appended = 'refused'
    try {
      if (await appendEvents(this.writer, live)) {
        live.forEach(w => w.done('stored'))
        return live.forEach(w => this.news.add(w.runId, w.events))
      }
    }
    catch (error) {
      outcome = 'stale'
      if (!isTaken(error)) {
        live.forEach(w => this.drop(w.page))
        return live.forEach(w => w.failed(error))
      }
    }
    // One of them can't be stored as it is: each by itself, so that it takes nobody along.
    if (live.length > 1) {
      for (const one of live) await this.write([one])
      return
    }
    this.drop(live[0]!.page)
    live[0]!.done(outcome)
  }
}
