import { v7 } from 'uuid'
import { FIELD_OF, PIECE_FACTS, refusalWords } from '#core/bench/run'
import type { PieceFact, RunEvent, RunRefusal, RunState } from '#core/bench/run'
import { NUMBERS_ITEM } from '#core/plan/steps'
import { fieldErrors } from '#shared/fields'
import { runEventSchema } from '#shared/runs'
import type { EventOutcome, EventsAnswer, RunWithEvents, SentEvent, StoredEvent } from '#shared/runs'
import type { Db, Pool } from '../db/pool'
import { appendEvents, lookAtEntries } from '../db/queries/events'
import type { EntriesSeen } from '../db/queries/events'
import * as runs from '../db/queries/runs'
import { measureJudged } from '../db/queries/works'
import { closeRun, correctPieces } from './close-run'
import type { Context } from './context'
import { LIVE_CHANNEL, notify } from './context'
import { NOT_SIGNED_IN, Refusal } from './refusal'
import { RunBook, runMessage } from './run-book'
import type { OpenRun } from './run-book'
import { runWithEvents } from './runs'
import { studioOf } from './studio'

const books = new WeakMap<Pool, RunBook>()
/** One book for each pool, and so one for a process. */
function bookOf(pool: Pool): RunBook {
  const book = books.get(pool) ?? new RunBook(pool)
  books.set(pool, book)
  return book
}

/**
 * When it happened, in server time. A sender can be late with the news, never early: the future is cut to now,
 * and nothing lies before the run began.
 */
function happenedAt(sent: SentEvent, startedAt: number, now: number): number {
  return Math.max(startedAt, Math.min(sent.at, now))
}

/** The fact that this event says again of a piece for which somebody else has said it already; null when it is none of that. */
function secondFact(state: RunState, event: RunEvent): PieceFact | null {
  if (state.abandoned) return null
  const fact = PIECE_FACTS.find(f => f === event.kind)
  const standing = fact && state.pieces[(event as { piece: number }).piece - 1]?.[FIELD_OF[fact]]
  return fact && standing && standing.by !== event.by ? fact : null
}

/** One entry as it was read: an event, or what can't be one. */
type Read = { event: SentEvent } | { outcome: EventOutcome }

function readSent(raw: unknown): Read {
  const parsed = runEventSchema.safeParse(raw)
  if (parsed.success) return { event: parsed.data }
  const id = (raw as { id?: unknown } | null)?.id
  const words = Object.entries(fieldErrors(parsed.error)).map(([field, message]) => (field === '' ? message : `${field}: ${message}`))
  const reason = `This entry can't be read (${words.slice(0, 3).join(' ')}). Write it down as a note instead.`
  return { outcome: { id: typeof id === 'string' ? id.slice(0, 60) : '', accepted: false, code: 'malformed', reason } }
}

const ENDS: readonly RunEvent['kind'][] = ['run.finished', 'run.abandoned']
/** Its job is changed as well, and is locked before it. */
const CORRECTIONS: readonly RunEvent['kind'][] = ['look.corrected', 'time.corrected']
const MOVES_JOB: readonly RunEvent['kind'][] = [...ENDS, ...CORRECTIONS]
/** Nobody ticks that the emergency number is known while none is set. */
const ticksNumbers = (event: SentEvent) => event.kind === 'gate.ticked' && event.item === NUMBERS_ITEM
const NOT_HERE = 'Whoever entered this is not signed in on this device. It is sent once they are.'

/** Many entries are judged in turns, with a pause in which everybody else gets on. ms */
const TURN = { ours: 15, theirs: 8 }
const othersTurn = () => new Promise(resolve => setTimeout(resolve, TURN.theirs))

type Made = RunEvent & SentEvent & { by: string }
type Kept = Parameters<typeof runs.insertConflict>[2]

/** Outcome of the entries of one request, before anything of it is stored. */
interface Judged {
  outcomes: EventOutcome[]
  added: StoredEvent[]
  conflicts: Kept[]
}

/** Facts that entries are judged by beside their run. @property unset no emergency number is written down yet */
interface Beside extends EntriesSeen {
  now: number
  unset: boolean
}

/** Judges one entry and offers it to the run's fold; what has to be stored of it is added to `judged`. */
function judgeEntry(event: Made, run: OpenRun, beside: Beside, judged: Judged): EventOutcome {
  const { id } = event
  const no = (code: EventOutcome['code'], reason: string): EventOutcome => ({ id, accepted: false, code, reason })
  if (run.intake.has(id)) return { id, accepted: true }
  if (beside.conflicts.has(id)) return { id, accepted: false, conflict: true }
  if (beside.otherRuns.has(id)) return no('other-run', 'This entry belongs to another run. Enter it again.')
  if (beside.strange.has(id)) return no('not-here', NOT_HERE)
  // Somebody else's tablet was first with the same fact: both are kept, and a person decides.
  const fact = secondFact(run.intake.state(), event)
  if (fact) {
    beside.conflicts.add(id)
    const { piece } = event as { piece: number }
    judged.conflicts.push({ id, fact, piece, at: event.at, by: event.by, deviceTime: event.deviceTime, serverTime: beside.now })
    return { id, accepted: false, conflict: true }
  }
  const tooEarly = event.kind === 'time.corrected' && event.heldAt < run.head.startedAt
  const refusal: RunRefusal | null
    = tooEarly ? { code: 'before-the-run' } : beside.unset && ticksNumbers(event) ? { code: 'no-numbers' } : run.intake.offer(event)
  if (refusal !== null) return { ...no('refused', refusalWords(run.head.plan, refusal)), refusal }
  judged.added.push({ ...event, seq: ++run.seq, serverTime: beside.now })
  return { id, accepted: true }
}

async function judgeAll(read: readonly Read[], made: readonly Made[], run: OpenRun, beside: Beside): Promise<Judged> {
  const judged: Judged = { outcomes: [], added: [], conflicts: [] }
  const byId = new Map(made.map(e => [e.id, e]))
  let began = performance.now()
  for (const r of read) {
    if (performance.now() - began > TURN.ours) {
      await othersTurn()
      began = performance.now()
    }
    const event = 'event' in r ? byId.get(r.event.id) : undefined
    if (event) judged.outcomes.push(judgeEntry(event, run, beside, judged))
    else if ('outcome' in r) judged.outcomes.push(r.outcome)
  }
  return judged
}

/** Books what follows from the stored events elsewhere: the end of the run, the log, the counts. */
async function followUp(context: Context, db: Db, { head, intake }: OpenRun, added: readonly StoredEvent[]): Promise<void> {
  if (head.endedAt === null) await closeRun(context, db, head, intake.state())
  else {
    for (const e of added) {
      if (e.kind === 'note.written') await runs.addToSearch(db, head.id, e.text)
      if (e.kind === 'frost.read') await measureJudged(db, head.id, e.piece, e.contrast)
    }
  }
  const corrected = added.flatMap(e => (CORRECTIONS.includes(e.kind) ? [(e as { piece: number }).piece] : []))
  if (corrected.length > 0) await correctPieces(db, head, intake.state(), [...new Set(corrected)])
}

/** Who sends entries: a session, which is looked up along with them. */
export interface Sender {
  pool: Pool
  now: () => Date
  session: string
}

/**
 * Takes entries in order. Each is stored once and answered by itself; one that can't be taken says why.
 * @throws Refusal 401 where the session doesn't hold, 404 no such run
 */
export async function acceptEvents({ pool, now, session }: Sender, runId: string, sent: unknown[]): Promise<EventsAnswer> {
  const read = sent.map(readSent)
  const events = read.flatMap(r => ('event' in r ? [r.event] : []))
  const answer = await bookOf(pool).work(runId, events.some(e => MOVES_JOB.includes(e.kind)), async (db, run) => {
    const time = now().getTime()
    const entries = events.map(e => ({ ...e, at: happenedAt(e, run.head.startedAt, time) }))
    const seen = await lookAtEntries(db, { runId, session, entries, now: now() })
    if (!seen) throw new Refusal(401, NOT_SIGNED_IN)
    const made = entries.map(e => ({ ...e, by: e.by ?? seen.by }) as Made)
    const unset = events.some(ticksNumbers) && (await studioOf(db)).emergencyNumber === ''
    const { outcomes, added, conflicts } = await judgeAll(read, made, run, { ...seen, now: time, unset })
    for (const c of conflicts) await runs.insertConflict(db, runId, c)
    // A decision is not among the events: then the run is read as a whole.
    if (conflicts.length > 0) await notify(db, { topic: 'run', id: runId })
    if (added.length > 0) {
      await appendEvents(db, { runId, events: added, channel: LIVE_CHANNEL, message: runMessage(runId, added) })
      await followUp({ pool, now, by: seen.by, role: seen.role, session: { id: session, people: [] } }, db, run, added)
    }
    return { outcomes, stored: added }
  })
  return { ...answer, serverTime: Date.now() }
}

/**
 * Settles which of two entries of one fact counts. @param take the second one does
 * @throws Refusal 409 when it would stand out of order in time, or the run is finished
 */
export async function settle(context: Context, runId: string, id: string, take: boolean): Promise<RunWithEvents> {
  await bookOf(context.pool).work(runId, false, async (db, run) => {
    const conflict = (await runs.conflictsOfRuns(db, [runId])).get(runId)?.find(c => c.id === id)
    // Decided already, perhaps on another tablet: nothing is left to do.
    if (!conflict) return
    if (take) {
      const now = context.now().getTime()
      const { piece, fact, at: heldAt, by: heldBy } = conflict
      const event = { id: v7(), kind: 'fact.settled' as const, piece, fact, heldAt, heldBy, by: context.by, at: now }
      const refusal = run.intake.offer(event)
      if (refusal !== null) throw new Refusal(409, refusalWords(run.head.plan, refusal))
      const settled = { ...event, seq: ++run.seq, deviceTime: now, serverTime: now }
      await appendEvents(db, { runId, events: [settled], channel: LIVE_CHANNEL, message: JSON.stringify({ topic: 'run', id: runId }) })
    }
    else await notify(db, { topic: 'run', id: runId })
    await runs.settleConflict(db, id, take, context.by, context.now())
  })
  return runWithEvents(context.pool, runId, context.now())
}
