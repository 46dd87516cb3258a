import { v7 } from 'uuid'
import { judge } from '#core/compatibility'
import { planCoupon, refuseCoupon } from '#core/coupon'
import { etchantKind } from '#core/materials'
import { FAULTS, FIELD_OF, PIECE_FACTS, runIntake, summarise } from '#core/run'
import type { PieceFact, RunEvent, RunState, RunSummary } from '#core/run'
import { couponOfRun } from '#shared/coupons'
import type { CouponOrderEntry } from '#shared/coupons'
import { BLANK_JOB } from '#shared/jobs'
import { lotFacts, schoolsOf } from '#shared/recipe'
import type { EventOutcome, RunHead, RunWithEvents, SentEvent, StoredEvent } from '#shared/runs'
import { inTransaction } from '../db/pool'
import type { Db, Pool } from '../db/pool'
import { bottleById, changeLevel, setLevel } from '../db/queries/bottles'
import { jobById, setJobStatus } from '../db/queries/jobs'
import { peopleByIds } from '../db/queries/people'
import * as runs from '../db/queries/runs'
import { addUses } from '../db/queries/stencils'
import type { Context } from './context'
import { notify } from './context'
import { recipeOf } from './jobs'
import { notFound, Refusal } from './refusal'
import { studioOf } from './studio'

/** Nothing chosen: the house's own. */
const HOUSE_SCHOOLS = BLANK_JOB.schools

/** Opens a run that etches a coupon with this bottle. @param id made by the client: sent twice, started once */
export async function startCoupon(context: Context, bottleId: string, id: string, order: CouponOrderEntry): Promise<string> {
  return inTransaction(context.pool, async (db) => {
    const bottle = await bottleById(db, bottleId)
    if (!bottle || bottle.putAway) throw notFound('bottle')
    if (await runs.runHead(db, id)) return id
    const { rules } = await studioOf(db)
    const coupon = couponOfRun(order)
    const asked = { ...order, layout: coupon.layout }
    const { verdict, rows } = judge({ substrate: order.substrate, etchant: bottle.kind })
    const refusal = refuseCoupon(asked) ?? (verdict === 'never' ? `${rows[0]!.reason} ${rows[0]!.instead}` : etchantKind(bottle.kind).method === 'cream' ? null : 'Coupons are etched with cream. For a liquid or abrasive try a scrap in the run itself.')
    if (refusal) throw new Refusal(400, refusal)
    const plan = planCoupon(asked, lotFacts(bottle, context.now()), schoolsOf(HOUSE_SCHOOLS, rules), rules)
    await runs.insertRun(db, { id, jobId: null, coupon, bottleId, plan, by: context.by, at: context.now() })
    await notify(db, { topic: 'today' })
    return id
  })
}

/** Freezes the job's recipe and opens a run. @param id made by the client: sent twice, started once */
export async function startRun(context: Context, jobId: string, id: string): Promise<string> {
  return inTransaction(context.pool, async (db) => {
    const job = await jobById(db, jobId, true)
    if (!job) throw notFound('job')
    const again = await runs.runHead(db, id)
    if (again?.jobId === jobId) return id
    if (job.status !== 'planned') throw new Refusal(409, job.status === 'running' ? 'This job is on the bench already.' : 'This job is closed. Plan a new one.')
    const { plan, refusals } = await recipeOf(db, job, context.now())
    if (!plan) throw new Refusal(409, refusals.join(' '))
    await runs.insertRun(db, { id, jobId, coupon: null, bottleId: job.bottleId, plan, by: context.by, at: context.now() })
    await setJobStatus(db, jobId, 'running')
    await notify(db, { topic: 'today' })
    return id
  })
}

/** Open runs with all their events. */
export async function openRunsWithEvents(pool: Pool, now: Date): Promise<RunWithEvents[]> {
  const heads = await runs.openRuns(pool)
  const ids = heads.map(h => h.id)
  const [events, conflicts] = await Promise.all([runs.eventsOfRuns(pool, ids), runs.conflictsOfRuns(pool, ids)])
  return heads.map(head => ({ ...head, events: events.get(head.id)!, conflicts: conflicts.get(head.id)!, serverTime: now.getTime() }))
}

export async function runWithEvents(pool: Pool, id: string, now: Date): Promise<RunWithEvents> {
  const head = await runs.runHead(pool, id)
  if (!head) throw notFound('run')
  const [events, conflicts] = await Promise.all([runs.eventsOfRuns(pool, [id]), runs.conflictsOfRuns(pool, [id])])
  return { ...head, events: events.get(id)!, conflicts: conflicts.get(id)!, serverTime: now.getTime() }
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

/**
 * Settles which of two entries of one fact counts. @param take the second one does
 * @throws Refusal 409 when it would stand out of order in time, or the run is finished
 */
export async function settle(context: Context, runId: string, id: string, take: boolean): Promise<RunWithEvents> {
  await inTransaction(context.pool, async (db) => {
    const head = await runs.runHead(db, runId, true)
    const conflict = head && (await runs.conflictsOfRuns(db, [runId])).get(runId)!.find(c => c.id === id)
    // Decided already, perhaps on another tablet: nothing is left to do.
    if (!head || !conflict) return
    if (take) {
      const stored = (await runs.eventsOfRuns(db, [runId])).get(runId)!
      const now = context.now().getTime()
      const event = { id: v7(), kind: 'fact.settled' as const, piece: conflict.piece, fact: conflict.fact, heldAt: conflict.at, heldBy: conflict.by, by: context.by, at: now }
      const reason = runIntake(head.plan, stored).offer(event)
      if (reason !== null) throw new Refusal(409, reason)
      await runs.insertEvents(db, runId, [{ ...event, seq: stored.length + 1, deviceTime: now, serverTime: now }])
    }
    await runs.settleConflict(db, id, take, context.by, context.now())
    await notify(db, { topic: 'run', id: runId })
  })
  return runWithEvents(context.pool, runId, context.now())
}

/** Takes events in order. Each is stored once; one that the state does not allow is refused with a reason. */
export async function acceptEvents(context: Context, runId: string, sent: SentEvent[]): Promise<EventOutcome[]> {
  return inTransaction(context.pool, async (db) => {
    const head = await runs.runHead(db, runId, true)
    if (!head) throw notFound('run')
    const stored = (await runs.eventsOfRuns(db, [runId])).get(runId)!
    const known = new Set(stored.map(e => e.id))
    const foreign = await runs.idsOfOtherRuns(db, runId, sent.map(e => e.id))
    const kept = await runs.knownConflicts(db, runId, sent.map(e => e.id))
    const intake = runIntake(head.plan, stored)
    const conflicts: Parameters<typeof runs.insertConflict>[2][] = []
    const added: StoredEvent[] = []
    const now = context.now().getTime()
    const outcomes = sent.map((entry): EventOutcome => {
      if (known.has(entry.id)) return { id: entry.id, accepted: true }
      if (kept.has(entry.id)) return { id: entry.id, accepted: false, conflict: true }
      if (foreign.has(entry.id)) return { id: entry.id, accepted: false, reason: 'This entry belongs to another run. Enter it again.' }
      const event = { ...entry, by: context.by, at: happenedAt(entry, head.startedAt, now) } as RunEvent & SentEvent
      // Somebody else's tablet was first with the same fact: both are kept, and a person decides.
      const fact = secondFact(intake.state(), event)
      if (fact) {
        kept.add(entry.id)
        conflicts.push({ id: entry.id, fact, piece: (event as { piece: number }).piece, at: event.at, by: context.by, deviceTime: entry.deviceTime, serverTime: now })
        return { id: entry.id, accepted: false, conflict: true }
      }
      const reason = intake.offer(event)
      if (reason !== null) return { id: entry.id, accepted: false, reason }
      known.add(entry.id)
      added.push({ ...event, seq: stored.length + added.length + 1, serverTime: now })
      return { id: entry.id, accepted: true }
    })
    for (const c of conflicts) await runs.insertConflict(db, runId, c)
    if (conflicts.length > 0 && added.length === 0) await notify(db, { topic: 'run', id: runId })
    if (added.length > 0) {
      await runs.insertEvents(db, runId, added)
      await closeIfOver(context, db, head, intake.state())
      await notify(db, { topic: 'run', id: runId })
    }
    return outcomes
  })
}

/** What left the shelf: as measured; as planned when a run was stopped after coating and nobody measured. */
function etchantUsed(head: RunHead, state: RunState, summary: RunSummary): { amount: number, reason: string } {
  if (state.measured) return { amount: summary.used, reason: 'used in a run' }
  const coated = state.pieces.some(p => p.coatStarted)
  return { amount: coated ? head.plan.putOut : 0, reason: 'run stopped; amount as planned' }
}

/** The job is done, or waits again; a stencil that is used again counts the pieces it was on. */
async function closeJob(db: Db, jobId: string, state: RunState): Promise<void> {
  await setJobStatus(db, jobId, state.finished ? 'done' : 'planned')
  const job = await jobById(db, jobId)
  const etched = state.pieces.filter(p => p.off || p.blasted).length
  if (job?.stencilId && etched > 0) await addUses(db, job.stencilId, etched)
}

async function closeIfOver(context: Context, db: Db, head: RunHead, state: RunState): Promise<void> {
  const end = state.finished ?? state.abandoned
  if (!end) return
  const summary = summarise(head.plan, state)
  const bottle = (await bottleById(db, head.bottleId, true))!
  const people = await peopleByIds(db, [head.startedBy])
  const faults = summary.pieces.flatMap(p => [p.note, p.withdrawn ?? '', ...p.faults.map(f => FAULTS.find(x => x.id === f)!.text)])
  const search = [head.customer, head.jobId === null ? 'coupon' : '', head.plan.noun, bottle.productName, people[0]?.name ?? '', ...summary.pieces.map(p => p.result ?? ''), ...faults, ...summary.skipped.map(s => s.reason)].join(' ').toLowerCase()
  await runs.endRun(db, { id: head.id, at: new Date(end.at), outcome: state.finished ? 'finished' : 'abandoned', summary, search })
  if (head.jobId !== null) await closeJob(db, head.jobId, state)
  const used = etchantUsed(head, state, summary)
  // A bottle can't go below empty: the shelf was wrong, and the movement says what was really taken off it.
  const taken = Math.min(bottle.left, used.amount)
  if (taken > 0) {
    await setLevel(db, bottle.id, Math.round((bottle.left - taken) * 100) / 100)
    await changeLevel(db, { id: v7(), bottleId: bottle.id, runId: head.id, change: -taken, reason: used.reason, by: context.by, at: context.now() })
  }
  await notify(db, { topic: 'shelf' })
  await notify(db, { topic: 'today' })
}
