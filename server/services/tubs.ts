import { foldRun } from '#core/bench/run'
import { foldTub, refuseTub, wasteOf } from '#core/bench/tub'
import type { TubEntry, TubState } from '#core/bench/tub'
import { acidOf } from '#core/plan/tub'
import type { HouseRules } from '#core/trade/house'
import type { StockKindId } from '#core/trade/stock'
import { wayOf } from '#core/trade/waste'
import type { Lot } from '#shared/shelf'
import type { NewTub, SentTubEntry, Tub } from '#shared/tubs'
import { inTransaction } from '../db/pool'
import type { Db } from '../db/pool'
import { lotsByIds } from '../db/queries/lots'
import * as tubs from '../db/queries/tubs'
import { wasteRule } from '../db/queries/waste'
import type { Context } from './context'
import { notify } from './context'
import { takeOfKind } from './ledger'
import { notFound, Refusal } from './refusal'
import { runWithEvents } from './runs'
import { studioOf } from './studio'
import { putInto } from './waste'

interface OfRun {
  tubId: string
  run: Tub['runs'][number]
  entries: TubEntry[]
}

/** What a run put into the tub that it chose last: what was not scraped back, and the bicarbonate that went in at the bench. */
async function ofRun(db: Db, now: Date, id: string, lots: Map<string, Lot>, rules: HouseRules): Promise<OfRun | null> {
  const run = await runWithEvents(db, id, now)
  const state = foldRun(run.plan, run.events)
  const chosen = run.events.findLast(e => e.kind === 'tub.chosen' && e.tub === state.tub)
  if (!chosen || state.tub === null) return null
  if (!lots.has(run.lotId)) for (const lot of await lotsByIds(db, [run.lotId])) lots.set(lot.id, lot)
  const lot = lots.get(run.lotId)!
  const coated = state.pieces.some(p => p.coatStarted)
  const amount = state.measured ? state.measured.putOut - state.measured.back : coated ? run.plan.putOut : 0
  const stamp = { by: chosen.by, at: chosen.at }
  const added = run.events.flatMap((e): TubEntry[] =>
    e.kind === 'bicarbonate.added'
      ? [{ kind: 'added', what: 'bicarbonate', grams: e.grams, runId: id, id: e.id, by: e.by, at: Math.max(e.at, chosen.at + 1) }]
      : [],
  )
  const undone = run.events.flatMap(e =>
    e.kind === 'event.undone' ? [{ kind: 'undone' as const, target: e.target, id: e.id, by: e.by, at: e.at }] : [],
  )
  return {
    tubId: state.tub,
    run: { id, subject: run.subject, ended: run.endedAt !== null },
    entries: [
      { kind: 'went-in', runId: id, lotId: run.lotId, amount, ...acidOf(lot, amount, rules), id: chosen.id, ...stamp },
      ...added,
      ...undone.filter(u => added.some(a => a.id === u.target)),
    ],
  }
}

async function withEntries(db: Db, now: Date, rows: readonly tubs.TubRow[]): Promise<Tub[]> {
  const ids = rows.map(r => r.id)
  const { rules } = await studioOf(db)
  const lots = new Map<string, Lot>()
  const [own, runIds] = [await tubs.tubEntries(db, ids), await tubs.runsOfTubs(db, ids)]
  const fromRuns: OfRun[] = []
  for (const id of runIds) {
    const found = await ofRun(db, now, id, lots, rules)
    if (found) fromRuns.push(found)
  }
  return rows.map((row) => {
    const runs = fromRuns.filter(r => r.tubId === row.id)
    return { ...row, entries: [...(own.get(row.id) ?? []), ...runs.flatMap(r => r.entries)], runs: runs.map(r => r.run) }
  })
}

/** Tubs with something in them and the last that were emptied, each with what it holds. */
export async function allTubs(context: Pick<Context, 'pool' | 'now'>): Promise<Tub[]> {
  return withEntries(context.pool, context.now(), await tubs.listTubs(context.pool))
}

export async function oneTub(context: Pick<Context, 'pool' | 'now'>, id: string, db: Db = context.pool): Promise<Tub> {
  const row = await tubs.tubById(db, id)
  if (!row) throw notFound('tub')
  return (await withEntries(db, context.now(), [row]))[0]!
}

export async function fillTub(context: Context, tub: NewTub): Promise<Tub> {
  await inTransaction(context.pool, async (db) => {
    if (await tubs.insertTub(db, tub, context.by, context.now())) await notify(db, { topic: 'tubs' })
  })
  return oneTub(context, tub.id)
}

/** A tub's entry as it is folded: acid by lot, a stamp. */
async function complete(context: Context, db: Db, entry: SentTubEntry): Promise<TubEntry> {
  const stamp = { by: context.by, at: context.now().getTime() }
  if (entry.kind === 'read') {
    // That is a matter of the shelf, and stands in its ledger.
    const { anyway: _, ...read } = entry
    return { ...read, ...stamp }
  }
  if (entry.kind !== 'went-in') return { ...entry, ...stamp } as TubEntry
  const { rules } = await studioOf(db)
  const lot = (await lotsByIds(db, [entry.lotId]))[0]
  if (!lot) throw new Refusal(400, 'That bottle is not on the shelf.', { lotId: 'Choose what it was.' })
  return { ...entry, ...stamp, runId: null, ...acidOf(lot, entry.amount, rules) }
}

/** Books what an entry takes off the shelf: neutraliser, calcium salt, a strip. */
async function bookEntry(context: Context, db: Db, tubId: string, entry: SentTubEntry): Promise<void> {
  if (entry.kind === 'added') await takeOfKind(context, db, entry.what satisfies StockKindId, entry.grams, { tubId })
  if (entry.kind === 'read' && entry.how === 'strip') await takeOfKind(context, db, 'ph-strips', 1, { tubId }, entry.anyway)
}

/** Where a tub is emptied to: by the rule that the lead wrote down, or into a container that takes it. */
async function empty(
  context: Context,
  db: Db,
  tub: Tub,
  state: TubState,
  entry: Extract<SentTubEntry, { kind: 'emptied' }>,
): Promise<void> {
  const waste = wasteOf(state)
  if (state.verdict !== 'clean') {
    if (entry.way === 'drain') {
      const way = wayOf(waste, await wasteRule(db, waste))
      if (way.way !== 'drain') throw new Refusal(409, `Not down the drain. ${way.words}`)
    }
    else if (entry.containerId === null) throw new Refusal(400, 'Choose the container it went into.', { containerId: 'Choose one.' })
    else
      await putInto(context, db, {
        id: entry.id,
        containerId: entry.containerId,
        kind: waste,
        amount: tub.volume,
        note: tub.name,
        tubId: tub.id,
      })
  }
  await tubs.setTubEmptied(db, tub.id, context.now())
}

/** One entry of a tub. Sent twice, stored once. @throws Refusal with what to do instead */
export async function enterTub(context: Context, id: string, entry: SentTubEntry): Promise<Tub> {
  return inTransaction(context.pool, async (db) => {
    if (!(await tubs.tubById(db, id, true))) throw notFound('tub')
    const tub = await oneTub(context, id, db)
    if (tub.entries.some(e => e.id === entry.id)) return tub
    const state = foldTub(tub.volume, tub.entries)
    if (entry.kind === 'undone' && state.emptied) throw new Refusal(409, 'This tub is emptied. What was poured can\'t be taken back.')
    const whole = await complete(context, db, entry)
    const refused = refuseTub(state, whole)
    if (refused) throw new Refusal(409, refused)
    const { by: _by, at: _at, ...stored } = whole
    if (entry.kind === 'emptied') await empty(context, db, tub, state, entry)
    await tubs.insertTubEntry(db, id, stored as SentTubEntry, context.by, new Date(whole.at))
    await bookEntry(context, db, id, entry)
    await notify(db, { topic: 'tubs' })
    await notify(db, { topic: 'shelf' })
    return oneTub(context, id, db)
  })
}
