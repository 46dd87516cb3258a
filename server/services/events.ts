import { v7 } from 'uuid'
import { FIELD_OF, PIECE_FACTS, refusalWords } from '#core/bench/run'
import type { PieceFact, RunEvent, RunRefusal, RunState } from '#core/bench/run'
import { NUMBERS_ITEM } from '#core/plan/steps'
import { fieldErrors } from '#shared/fields'
import { runEventSchema } from '#shared/runs'
import type { EventOutcome, EventsAnswer, RunWithEvents, SentEvent, StoredEvent } from '#shared/runs'
import type { Pool } from '../db/pool'
import { idsOfOtherRuns, insertEvents } from '../db/queries/events'
import * as runs from '../db/queries/runs'
import { measureJudged } from '../db/queries/works'
import { notToBook } from '../db/queries/sessions'
import { closeRun, correctPieces } from './close-run'
import type { Context } from './context'
import { notify, tell } from './context'
import { Refusal } from './refusal'
import { RunBook } from './run-book'
import type { Page } from './run-book'
import { runMessage } from './run-news'
import { runWithEvents } from './runs'
import { studioOf } from './studio'

const books = new WeakMap<Pool, RunBook>()
/** One book for each pool, and so one for a process. */
function bookOf(pool: Pool): RunBook {
  const book = books.get(pool) ?? new RunBook(pool)
  books.set(pool, book)
  return book
}

/** Tells what is stored through this pool and not told yet, before it ends. */
export const closeBook = async (pool: Pool): Promise<void> => books.get(pool)?.close()

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
/** What is judged by more than the run itself. */
const needsLooking = (event: SentEvent) => ENDS.includes(event.kind) || ticksNumbers(event)
const NOT_HERE = 'Whoever entered this is not signed in on this device. It is sent once they are.'

type Numbered = RunEvent & SentEvent & { by: string }

const QUICK_UNDOS = 3

/**
 * The short way for entries that are all new and allowed, as nearly all are: judged by the run as this process knows it,
 * and stored by one statement that checks the session as well.
 * @returns null when they have to go the long way
 */
export async function appendQuickly(
  pool: Pool,
  runId: string,
  session: string,
  sent: unknown[],
  now: Date,
): Promise<EventsAnswer | null> {
  const read = sent.map(readSent)
  // Many takings-back are judged in turns.
  if (read.filter(r => 'event' in r && r.event.kind === 'event.undone').length > QUICK_UNDOS) return null
  const book = bookOf(pool)
  for (let tried = 0; tried < 3; tried++) {
    const page = await book.page(runId).catch((error: unknown) => {
      // The long way asks who is in before it says that there is no such run.
      if (error instanceof Refusal) return null
      throw error
    })
    if (!page) return null
    if (page.dead) continue
    const stored = offerAll(page, read, now.getTime())
    if (!stored) return null
    if (stored === 'dead') {
      book.drop(page)
      return null
    }
    const outcome = await book.append(page, session, stored)
    if (outcome === 'refused') return null
    if (outcome === 'stored') return { outcomes: stored.map(e => ({ id: e.id, accepted: true })), stored, serverTime: Date.now() }
  }
  return null
}

/**
 * Offers all of them to the page.
 * @returns null when one is not for the short way, `dead` when that was seen only after others had been offered
 */
function offerAll(page: Page, read: Read[], now: number): StoredEvent[] | null | 'dead' {
  const stored: StoredEvent[] = []
  const tooLong = () => (stored.length === 0 ? null : 'dead')
  const { finished, abandoned } = page.intake.state()
  if (finished ?? abandoned) return null
  for (const r of read) {
    if (!('event' in r) || !r.event.by || page.intake.has(r.event.id) || needsLooking(r.event)) return tooLong()
    const at = happenedAt(r.event, page.head.startedAt, now)
    const event = { ...r.event, at, seq: page.seq + 1, serverTime: now } as StoredEvent
    if (secondFact(page.intake.state(), event) || page.intake.offer(event) !== null) return tooLong()
    stored.push(event)
    page.seq++
  }
  return stored
}

/** Many entries are judged in turns, with a pause in which everybody else gets on. ms */
const TURN = { ours: 15, theirs: 8 }
const othersTurn = () => new Promise(resolve => setTimeout(resolve, TURN.theirs))

type Kept = Parameters<typeof runs.insertConflict>[2]

/**
 * Takes entries in order. Each is stored once and answered by itself; one that can't be taken says why.
 * @throws Refusal 404 no such run
 */
export async function acceptEvents(context: Context, runId: string, sent: unknown[]): Promise<EventsAnswer> {
  const read = sent.map(readSent)
  const events = read.flatMap(r => ('event' in r ? [r.event] : []))
  const ids = events.map(e => e.id)
  const answer = await bookOf(context.pool).alone(
    runId,
    events.some(e => MOVES_JOB.includes(e.kind)),
    async (db, page) => {
      const { head, intake } = page
      const now = context.now().getTime()
      const [foreign, kept] = [await idsOfOtherRuns(db, runId, ids), await runs.knownConflicts(db, runId, ids)]
      const made = events.map(e => ({ ...e, by: e.by ?? context.by, at: happenedAt(e, head.startedAt, now) }) as Numbered)
      const strange = await notToBook(db, context.session.id, made, context.now())
      const unset = events.some(ticksNumbers) && (await studioOf(db)).emergencyNumber === ''
      const conflicts: Kept[] = []
      const added: StoredEvent[] = []
      let [next, began] = [0, performance.now()]
      const outcomes: EventOutcome[] = []
      for (const r of read) {
        if (performance.now() - began > TURN.ours) {
          await othersTurn()
          began = performance.now()
        }
        outcomes.push('event' in r ? one(made[next++]!) : r.outcome)
      }
      function one(event: Numbered): EventOutcome {
        const { id } = event
        const no = (code: EventOutcome['code'], reason: string): EventOutcome => ({ id, accepted: false, code, reason })
        if (intake.has(id)) return { id, accepted: true }
        if (kept.has(id)) return { id, accepted: false, conflict: true }
        if (foreign.has(id)) return no('other-run', 'This entry belongs to another run. Enter it again.')
        if (strange.has(id)) return no('not-here', NOT_HERE)
        // Somebody else's tablet was first with the same fact: both are kept, and a person decides.
        const fact = secondFact(intake.state(), event)
        if (fact) {
          kept.add(id)
          const { piece } = event as { piece: number }
          conflicts.push({ id, fact, piece, at: event.at, by: event.by, deviceTime: event.deviceTime, serverTime: now })
          return { id, accepted: false, conflict: true }
        }
        const tooEarly = event.kind === 'time.corrected' && event.heldAt < head.startedAt
        const refusal: RunRefusal | null
          = tooEarly ? { code: 'before-the-run' } : unset && ticksNumbers(event) ? { code: 'no-numbers' } : intake.offer(event)
        if (refusal !== null) return { ...no('refused', refusalWords(head.plan, refusal)), refusal }
        added.push({ ...event, seq: ++page.seq, serverTime: now })
        return { id, accepted: true }
      }
      for (const c of conflicts) await runs.insertConflict(db, runId, c)
      if (added.length > 0) {
        await insertEvents(db, runId, added)
        if (head.endedAt === null) await closeRun(context, db, head, intake.state())
        else {
          for (const e of added) {
            if (e.kind === 'note.written') await runs.addToSearch(db, runId, e.text)
            if (e.kind === 'frost.read') await measureJudged(db, runId, e.piece, e.contrast)
          }
        }
        const corrected = added.flatMap(e => (CORRECTIONS.includes(e.kind) ? [(e as { piece: number }).piece] : []))
        if (corrected.length > 0) await correctPieces(db, head, intake.state(), [...new Set(corrected)])
      }
      // A decision is not among the events: then the run is read as a whole.
      if (conflicts.length > 0) await notify(db, { topic: 'run', id: runId })
      else if (added.length > 0) await tell(db, runMessage(runId, added))
      return { outcomes, stored: added }
    },
  )
  return { ...answer, serverTime: Date.now() }
}

/**
 * Settles which of two entries of one fact counts. @param take the second one does
 * @throws Refusal 409 when it would stand out of order in time, or the run is finished
 */
export async function settle(context: Context, runId: string, id: string, take: boolean): Promise<RunWithEvents> {
  await bookOf(context.pool).alone(runId, false, async (db, page) => {
    const conflict = (await runs.conflictsOfRuns(db, [runId])).get(runId)!.find(c => c.id === id)
    // Decided already, perhaps on another tablet: nothing is left to do.
    if (!conflict) return
    if (take) {
      const now = context.now().getTime()
      const { piece, fact, at: heldAt, by: heldBy } = conflict
      const event = { id: v7(), kind: 'fact.settled' as const, piece, fact, heldAt, heldBy, by: context.by, at: now }
      const refusal = page.intake.offer(event)
      if (refusal !== null) throw new Refusal(409, refusalWords(page.head.plan, refusal))
      await insertEvents(db, runId, [{ ...event, seq: ++page.seq, deviceTime: now, serverTime: now }])
    }
    await runs.settleConflict(db, id, take, context.by, context.now())
    await notify(db, { topic: 'run', id: runId })
  })
  return runWithEvents(context.pool, runId, context.now())
}
