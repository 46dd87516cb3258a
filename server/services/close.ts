import { foldRun, wetPieces } from '#core/bench/run'
import { closeLines, exposuresOf, leftOver, refuseClose, stands } from '#core/crew/close'
import type { CloseLine, DayFacts } from '#core/crew/close'
import { dayAfter, instantOf } from '#core/basics/zone'
import type { Method } from '#core/trade/materials'
import { mustLeave } from '#core/trade/waste'
import type { CloseEntry, DayEnd } from '#shared/close'
import { inTransaction } from '../db/pool'
import type { Db } from '../db/pool'
import * as closing from '../db/queries/close'
import { eventsOfRuns } from '../db/queries/events'
import { openRuns } from '../db/queries/runs'
import { listTubs } from '../db/queries/tubs'
import { listContainers } from '../db/queries/waste'
import type { Context } from './context'
import { notify } from './context'
import { peopleByIds } from '../db/queries/people'
import { Refusal } from './refusal'
import { studioOf } from './studio'

type Touches = Awaited<ReturnType<typeof closing.touchesBetween>>

async function factsOf(db: Db, day: string, touches: Touches): Promise<DayFacts> {
  const [heads, tubs, containers] = [await openRuns(db), await listTubs(db), await listContainers(db, null)]
  const events = await eventsOfRuns(
    db,
    heads.map(h => h.id),
  )
  const lots = new Map(touches.filter(t => ['coat.started', 'gun.on', 'gun.entered'].includes(t.kind)).map(t => [t.lotId, t]))
  return {
    lots: [...lots].map(([id, t]) => ({ id, name: t.lot, method: t.method as Method })),
    runs: heads.map(h => ({ id: h.id, subject: h.subject, wet: wetPieces(foldRun(h.plan, events.get(h.id) ?? [])).length > 0 })),
    tubs: tubs.filter(t => t.emptiedAt === null).map(t => ({ id: t.id, name: t.name })),
    containers: containers
      .filter(c => c.leftOn === null)
      .flatMap((c): DayFacts['containers'] => {
        const why = mustLeave(c, day)
        return why === null ? [] : [{ id: c.id, name: c.name, why }]
      }),
    spills: [...new Map(touches.filter(t => t.kind === 'piece.mishap' && t.why === 'spilled').map(t => [t.runId, t])).values()].map(t => ({
      runId: t.runId,
      subject: t.subject,
    })),
  }
}

/** What the closing before left open and nobody has seen to since: what is a thing is asked whether it still stands there. */
async function stillLeft(db: Db, day: string, facts: DayFacts): Promise<DayEnd['left']> {
  const before = await closing.closingBefore(db, day)
  if (!before) return []
  const open = new Map<string, string>([
    ...facts.runs.map(r => [`run:${r.id}`, r.subject] as const),
    ...facts.tubs.map(t => [`tub:${t.id}`, t.name] as const),
    ...facts.containers.map(c => [`container:${c.id}`, c.name] as const),
  ])
  return leftOver(before.marks).flatMap((id): DayEnd['left'] => {
    const [kind, of = null] = id.split(':') as [CloseLine['kind'], string | undefined]
    const thing = ['run', 'tub', 'container'].includes(kind)
    return thing && !open.has(id) ? [] : [{ id, kind, of, name: open.get(id) ?? '', since: before.day }]
  })
}

/** The end of a day: its lines, who was near what for how long, how it was closed, and what the day before left. */
export async function dayEnd(db: Db, day: string): Promise<DayEnd> {
  const { rules } = await studioOf(db)
  const at = (of: string) => new Date(instantOf(rules.timeZone, of))
  const touches = await closing.touchesBetween(db, at(day), at(dayAfter(day)))
  const facts = await factsOf(db, day, touches)
  return {
    day,
    lines: closeLines(facts),
    exposures: exposuresOf(touches),
    filters: [...(await closing.cabinetFilter(db)), ...(await closing.respiratorFilters(db))],
    closing: await closing.closingOf(db, day),
    left: await stillLeft(db, day, facts),
  }
}

/**
 * Closes a day. Sent twice, closed once; on two tablets the second is told who closed it, and keeps what it has.
 * @throws Refusal where a line is not answered or something is wet
 */
export async function closeDay(context: Context, entry: CloseEntry): Promise<DayEnd> {
  return inTransaction(context.pool, async (db) => {
    // One closing at a time: two tablets must not both be the first.
    await db.query('select pg_advisory_xact_lock(hashtext($1))', [`day ${entry.day}`])
    if (await closing.closingById(db, entry.id)) return dayEnd(db, entry.day)
    const now = await dayEnd(db, entry.day)
    if ((now.closing?.id ?? null) !== entry.after) {
      const who = now.closing ? (await peopleByIds(db, [now.closing.by]))[0]?.name : undefined
      throw new Refusal(
        409,
        `${who ?? 'Somebody'} has closed this day meanwhile. What you ticked is still here: look at theirs, then close it again.`,
      )
    }
    const known = new Set(now.lines.map(l => l.id))
    const refused = refuseClose(now.lines, entry.marks)
    if (refused) throw new Refusal(409, refused)
    const marks = Object.fromEntries(Object.entries(entry.marks).filter(([id]) => known.has(id)))
    await closing.insertClosing(db, { ...entry, marks }, context.by, context.now())
    await notify(db, { topic: 'tubs' })
    return dayEnd(db, entry.day)
  })
}

/** Something that was left is seen to: the closing that left it is written again with it done. */
export async function seenTo(context: Context, day: string, line: string, id: string): Promise<void> {
  if (stands({ kind: line.split(':')[0] as CloseLine['kind'] }))
    throw new Refusal(409, 'That one is seen to once it is empty. Open it and empty it there.')
  await inTransaction(context.pool, async (db) => {
    await db.query('select pg_advisory_xact_lock(hashtext($1))', [`day ${day}`])
    const before = await closing.closingOf(db, day)
    if (!before || before.marks[line] !== 'left' || (await closing.closingById(db, id))) return
    const marks = { ...before.marks, [line]: 'done' as const }
    await closing.insertClosing(db, { id, day, marks, note: before.note, after: before.id }, context.by, context.now())
    await notify(db, { topic: 'tubs' })
  })
}
