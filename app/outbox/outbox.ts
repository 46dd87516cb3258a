import type { RunRefusal } from '#core/bench/run'
import type { EventOutcome, EventsAnswer, SentEvent, StoredEvent } from '#shared/runs'

/** Something that was entered here and has to reach the server: with its run, and with whoever pressed, for good. */
export type Entry
  = | { kind: 'event', id: string, runId: string, by: string, event: SentEvent }
    | { kind: 'photo', id: string, runId: string, by: string, at: number, step: string, piece: number | null, picture: Blob }

/** Why the server would not have it: what the entry says, its size, or its run. */
export interface NotTakenBecause {
  code: 'malformed' | 'refused' | 'other-run' | 'too-large' | 'request'
  /** As it was said when it came back. */
  reason: string
  /** What of its run stood in the way, where that is why: from this the sentence is made when it is shown. */
  refusal?: RunRefusal
  at: number
}

/** An entry as it lies on the device. */
export interface Kept {
  /** The order in which this device's entries were made. It is counted, not told by a clock. */
  seq: number
  entry: Entry
  /** Null: on its way. */
  notTaken: NotTakenBecause | null
}

/** Where entries lie until the server has them. */
export interface OutboxStorage {
  read: () => Promise<Kept[]>
  /** Comes true once the entry would survive a crash. @returns its place in the order */
  add: (entry: Entry) => Promise<number>
  put: (kept: Kept) => Promise<void>
  remove: (seqs: number[]) => Promise<void>
}

/** An answer of whatever answered: the server, a proxy before it, or nobody (status 0). `body` is null where it was no JSON. */
export interface Answered {
  status: number
  body: unknown
}

export interface Transport {
  events: (runId: string, events: (SentEvent & { by: string })[]) => Promise<Answered>
  photo: (photo: Extract<Entry, { kind: 'photo' }>) => Promise<Answered>
}

export interface OutboxParts {
  storage: OutboxStorage
  transport: Transport
  /** Why this could never be stored, in a sentence; null when it could. */
  check: (entry: Entry) => string | null
  /** Whether whoever made an entry may be booked through the session of this device. */
  mayBook: (by: string) => boolean
  /** Shows what the server has taken; an entry leaves the device only when this is through. @throws when it can't be shown yet */
  taken: (runId: string, stored: StoredEvent[], ids: string[]) => Promise<void> | void
  /** What lies here has changed. */
  changed: () => void
  /** @returns a number from 0 to 1 */
  chance: () => number
  /** ms of any clock, to say when the server refused */
  now: () => number
}

/** Entries of one request. */
export const CHUNK = 100
/**
 * A pause before the next try: this, doubled each time, up to the longest, and half of it up or down so that tablets
 * don't come all at once. ms
 */
const PAUSE = { first: 500, longest: 30_000 }
/** A request of this many letters is as large as the server takes. */
const MOST_LETTERS = 800_000

export function pauseAfter(tries: number, chance: number): number {
  const whole = Math.min(PAUSE.longest, PAUSE.first * 2 ** Math.min(tries, 10))
  return whole * (0.5 + chance)
}

/** In the order they were made; those that could not be kept come last. */
const sorted = (kept: Kept[]) => kept.sort((a, b) => Number(a.seq < 0) - Number(b.seq < 0) || Math.abs(a.seq) - Math.abs(b.seq))

interface Lane {
  working: boolean
  tries: number
  most: number
  wake: (() => void) | null
}

/** `apart`: the server keeps it beside what another tablet entered. */
type Verdict = 'gone' | 'apart' | 'stays' | 'waits-for-person' | NotTakenBecause

function isAnswer(body: unknown): body is EventsAnswer {
  const answer = body as EventsAnswer | null
  return Array.isArray(answer?.outcomes) && Array.isArray(answer.stored)
}
function errorOf(body: unknown): string | null {
  const error = (body as { error?: unknown } | null)?.error
  return typeof error === 'string' ? error : null
}
/** What is said of an entry: by its id, or by its place where the server could read none. */
function outcomeOf(outcomes: EventOutcome[], kept: Kept, place: number): EventOutcome | undefined {
  return outcomes.find(o => o.id === kept.entry.id) ?? (outcomes[place]?.id === '' ? outcomes[place] : undefined)
}

/** Nothing is said against the entry: it is tried again. */
function passing({ status, body }: Answered): boolean {
  const said = (status >= 200 && status < 300) || (status >= 400 && status < 500)
  return !said || status === 408 || status === 429 || body === null
}

/**
 * Entries on their way to the server. Whatever the network, the server, or anything between them answers, an entry
 * leaves the device in two ways only: the server has it, or a person takes it out of the tray of what was not taken.
 */
export class Outbox {
  private kept: Kept[] = []
  /** Made here, and their place in the order is not known yet or never will be. */
  private making: Entry[] = []
  private readonly gone = new Set<number>()
  /** When each entry of this tab got its place, counted in readings: one that began before knows nothing of it. */
  private readonly placed = new Map<number, number>()
  private readings = 0
  private unplaced = 0
  private readonly lanes = new Map<string, Lane>()
  /** Nobody is signed in: nothing is sent until somebody is. */
  private signedOut = false
  private closed = false
  /** This device keeps nothing: a private window, or no room. */
  forgetful = false
  readonly loaded: Promise<void>

  constructor(private readonly parts: OutboxParts) {
    this.loaded = this.read()
  }

  /** On their way, in order. */
  get waiting(): Entry[] {
    return [...this.kept.filter(k => !k.notTaken).map(k => k.entry), ...this.making]
  }

  /** What the server would not have. */
  get notTaken(): (Kept & { notTaken: NotTakenBecause })[] {
    return this.kept.filter((k): k is Kept & { notTaken: NotTakenBecause } => k.notTaken !== null)
  }

  /** Reads what lies on the device, also what other tabs have put there. */
  async read(): Promise<void> {
    const began = ++this.readings
    const rows = await this.parts.storage.read().catch(() => null)
    if (rows === null) {
      this.forgetful = true
      return
    }
    const here = new Set(rows.map(k => k.entry.id))
    // What could not be kept lies in this tab only, and what got its place since may not be among the rows yet.
    const mine = this.kept.filter(k => (k.seq < 0 || (this.placed.get(k.seq) ?? 0) >= began) && !here.has(k.entry.id))
    this.kept = sorted([...rows.filter(k => !this.gone.has(k.seq)), ...mine])
    this.making = this.making.filter(e => !here.has(e.id))
    this.parts.changed()
  }

  /**
   * Takes an entry, shows it at once and sends it.
   * @returns why it can never be stored, before it is queued; or null, and `kept` comes true once it would survive a crash
   */
  add(entry: Entry): { refused: string } | { refused: null, kept: Promise<void> } {
    const refused = this.parts.check(entry)
    if (refused !== null) return { refused }
    this.making.push(entry)
    this.parts.changed()
    const kept = this.parts.storage
      .add(entry)
      .catch(() => {
        this.forgetful = true
        return --this.unplaced
      })
      .then((seq) => {
        this.making = this.making.filter(e => e.id !== entry.id)
        this.placed.set(seq, this.readings)
        if (!this.kept.some(k => k.entry.id === entry.id)) this.kept = sorted([...this.kept, { seq, entry, notTaken: null }])
        this.parts.changed()
        void this.send()
      })
    return { refused: null, kept }
  }

  /** Sends what may be sent; pauses between tries end. To be called when the network or a person is back as well. */
  async send(): Promise<void> {
    await this.loaded
    this.signedOut = false
    for (const lane of this.lanes.values()) lane.wake?.()
    const names = new Set(this.kept.filter(k => !k.notTaken).map(k => this.laneOf(k.entry)))
    for (const name of names) void this.work(name)
  }

  /** Ends all sending; what lies here stays. */
  close() {
    this.closed = true
    for (const lane of this.lanes.values()) lane.wake?.()
  }

  /** Tries an entry of the tray again, as it is or as it was corrected. @returns why the correction can never be stored */
  async again(seq: number, corrected?: Entry): Promise<string | null> {
    const kept = this.kept.find(k => k.seq === seq)
    if (!kept) return null
    const entry = corrected ?? kept.entry
    const refused = this.parts.check(entry)
    if (refused !== null) return refused
    await this.put({ seq, entry, notTaken: null })
    void this.send()
    return null
  }

  /** Takes an entry out of the tray: what stands in its place has been entered. */
  async takeOut(seq: number): Promise<void> {
    await this.remove([seq])
  }

  private laneOf(entry: Entry): string {
    return entry.kind === 'photo' ? `photos ${entry.runId}` : entry.runId
  }

  private async put(kept: Kept): Promise<void> {
    this.kept = this.kept.map(k => (k.seq === kept.seq ? kept : k))
    this.parts.changed()
    if (kept.seq >= 0) await this.parts.storage.put(kept).catch(() => void (this.forgetful = true))
  }

  private async remove(seqs: number[]): Promise<void> {
    for (const seq of seqs) this.gone.add(seq)
    this.kept = this.kept.filter(k => !seqs.includes(k.seq))
    this.parts.changed()
    await this.parts.storage.remove(seqs.filter(s => s >= 0)).catch(() => {})
  }

  /** The next entries of a lane that may go together. */
  private next(name: string, most: number): Kept[] {
    const all = this.kept.filter(k => !k.notTaken && this.laneOf(k.entry) === name && this.parts.mayBook(k.entry.by))
    if (all[0]?.entry.kind === 'photo') return all.slice(0, 1)
    const chunk: Kept[] = []
    let letters = 0
    for (const k of all.slice(0, most)) {
      letters += JSON.stringify(k.entry).length
      if (chunk.length > 0 && letters > MOST_LETTERS) break
      chunk.push(k)
    }
    return chunk
  }

  /** Sends a lane's entries, in order, until none is left that may go. Lanes don't wait for each other. */
  private async work(name: string): Promise<void> {
    const lane = this.lanes.get(name) ?? { working: false, tries: 0, most: CHUNK, wake: null }
    this.lanes.set(name, lane)
    if (lane.working) return
    lane.working = true
    try {
      while (!this.signedOut && !this.closed) {
        const chunk = this.next(name, lane.most)
        if (chunk.length === 0) return
        if (!(await this.deliver(chunk, lane))) await this.pause(lane)
      }
    }
    finally {
      lane.working = false
    }
  }

  private async pause(lane: Lane): Promise<void> {
    const ms = pauseAfter(lane.tries++, this.parts.chance())
    await new Promise<void>((resolve) => {
      const timer = setTimeout(resolve, ms)
      lane.wake = () => {
        clearTimeout(timer)
        resolve()
      }
    })
    lane.wake = null
  }

  /** Sends a chunk once. @returns whether that got it any further */
  private async deliver(chunk: Kept[], lane: Lane): Promise<boolean> {
    const answered = await this.ask(chunk).catch((): Answered => ({ status: 0, body: null }))
    if (answered.status === 401) {
      this.signedOut = true
      return true
    }
    const verdicts = this.judge(chunk, answered, lane)
    const { runId } = chunk[0]!.entry
    const done = chunk.filter((_, i) => verdicts[i] === 'gone' || verdicts[i] === 'apart')
    const ids = chunk.flatMap((k, i) => (verdicts[i] === 'gone' && k.entry.kind === 'event' ? [k.entry.id] : []))
    try {
      const stored = isAnswer(answered.body) ? answered.body.stored : []
      if (ids.length > 0) await this.parts.taken(runId, stored, ids)
    }
    catch {
      // Taken, and not to be seen here yet: sent again, it counts once.
      return false
    }
    if (done.length > 0) await this.remove(done.map(k => k.seq))
    let moved = done.length > 0
    for (const [i, kept] of chunk.entries()) {
      const verdict = verdicts[i]!
      if (typeof verdict !== 'object') continue
      await this.put({ ...kept, notTaken: verdict })
      moved = true
    }
    if (moved) Object.assign(lane, { tries: 0, most: CHUNK })
    return moved
  }

  private ask(chunk: Kept[]): Promise<Answered> {
    const first = chunk[0]!.entry
    if (first.kind === 'photo') return this.parts.transport.photo(first)
    return this.parts.transport.events(
      first.runId,
      chunk.flatMap(({ entry: e }) => (e.kind === 'event' ? [{ ...e.event, by: e.by }] : [])),
    )
  }

  /** What becomes of each entry of the chunk. */
  private judge(chunk: Kept[], answered: Answered, lane: Lane): Verdict[] {
    const all = (verdict: Verdict) => chunk.map(() => verdict)
    const { status, body } = answered
    if (passing(answered)) {
      // It may be one of them that the server stumbles over: fewer at a time until that one stands alone and the others are through.
      if (status >= 500 && lane.tries > 0) lane.most = Math.max(1, Math.floor(Math.min(lane.most, chunk.length) / 2))
      return all('stays')
    }
    if (status < 300) {
      if (isAnswer(body)) return chunk.map((kept, i) => this.judgeOne(kept, outcomeOf(body.outcomes, kept, i), chunk))
      // Pictures are answered as a whole; of events this is no answer of ours.
      return all(chunk[0]!.entry.kind === 'photo' && Array.isArray(body) ? 'gone' : 'stays')
    }
    const reason = errorOf(body)
    // A proxy's answer, not the server's.
    if (reason === null) return all('stays')
    if (status === 403 && chunk[0]!.entry.kind === 'photo') return all('waits-for-person')
    if (chunk.length > 1) {
      lane.most = status === 413 ? Math.max(1, Math.floor(chunk.length / 2)) : 1
      return all('stays')
    }
    return all({ code: status === 413 ? 'too-large' : 'request', reason, at: this.parts.now() })
  }

  private judgeOne(kept: Kept, outcome: EventOutcome | undefined, chunk: Kept[]): Verdict {
    if (!outcome) return 'stays'
    if (outcome.accepted) return 'gone'
    if (outcome.conflict) return 'apart'
    if (outcome.code === 'not-here') return 'waits-for-person'
    // It may rest on one that lies here still and is not sent, because whoever made that is not here.
    const sameRun = (k: Kept) => k.entry.kind === 'event' && k.entry.runId === kept.entry.runId
    const earlier = this.kept.some(k => k.seq < kept.seq && !k.notTaken && sameRun(k) && !chunk.includes(k))
    if (outcome.code === 'refused' && earlier) return 'stays'
    const reason = outcome.reason ?? 'The server did not take it and gave no reason.'
    const { refusal } = outcome
    return { code: outcome.code ?? 'refused', reason, ...(refusal ? { refusal } : {}), at: this.parts.now() }
  }
}
