import { v7 } from 'uuid'
import { dayIn, formatDay } from '#core/basics/zone'
import { handMove, rounded, stockKind, takenOff } from '#core/trade/stock'
import type { Move, StockKindId } from '#core/trade/stock'
import type { MoveEntry, StockItem, Supply, SupplyEntry } from '#shared/stock'
import { inTransaction } from '../db/pool'
import type { Db } from '../db/pool'
import * as stock from '../db/queries/stock'
import type { MoveCause } from '../db/queries/stock'
import { insertSupply, supplyById, updateSupply } from '../db/queries/supplies'
import type { Context } from './context'
import { notify } from './context'
import { editedMeanwhile, leadsOnly, notFound, Refusal } from './refusal'
import { studioOf } from './studio'

/** Writes lines into the ledger; whoever has a form of it open is told when they save. */
export async function book(context: Context, db: Db, stockId: string, moves: readonly Move[], cause: MoveCause = {}): Promise<void> {
  if (moves.length === 0) return
  await stock.insertMoves(
    db,
    stockId,
    moves.map(m => ({ ...m, id: v7() })),
    cause,
    context.by,
    context.now(),
  )
  await stock.touch(db, stockId)
}

/** Puts a new thing on the shelf with its first line. @returns false when this id stands there already */
export async function shelve(context: Context, db: Db, id: string, kind: StockKindId, level: number): Promise<boolean> {
  if (!(await stock.insertStock(db, id, kind, context.now()))) return false
  const there = rounded(level)
  if (there > 0) await stock.insertMoves(db, id, [{ id: v7(), kind: 'shelved', change: there }], {}, context.by, context.now())
  return true
}

/** Takes an amount off one thing. */
export async function take(context: Context, db: Db, id: string, amount: number, cause: MoveCause): Promise<void> {
  await book(context, db, id, takenOff((await stock.lockLevel(db, id))!, amount), cause)
}

/** The studio's day at a moment. */
async function dayOf(db: Db, now: Date): Promise<string> {
  const { rules } = await studioOf(db)
  return dayIn(rules.timeZone, now.getTime())
}

/** What is said of something out of date; the form that asks is answered with `anyway`. */
const outOfDate = (late: string) =>
  new Refusal(409, `It was good until ${formatDay(late, 'd MMM yyyy')}. Take another, or use it anyway.`, { anyway: 'It is out of date.' })

/**
 * Takes an amount off the first lot of a kind that has any, where the studio keeps that kind at all.
 * @param anyway also where it is out of date: then the ledger says so
 * @throws Refusal 409 where it is, and nobody has said `anyway`
 */
export async function takeOfKind(
  context: Context,
  db: Db,
  kind: StockKindId,
  amount: number,
  cause: MoveCause,
  anyway = false,
): Promise<void> {
  if (amount <= 0) return
  const today = await dayOf(db, context.now())
  const id = await stock.firstOfKind(db, kind, today)
  if (id === null) return
  const late = stockKind(kind).expires ? await pastItsDay(db, id, today) : null
  if (late !== null && !anyway) throw outOfDate(late)
  await book(context, db, id, takenOff((await stock.lockLevel(db, id))!, amount, late === null ? 'used' : 'used-late'), cause)
}

/** A pair of gloves: the ones that were said, or the first there are. */
export async function takeGloves(context: Context, db: Db, supplyId: string | null, cause: MoveCause): Promise<void> {
  const said = supplyId === null ? undefined : await supplyById(db, supplyId)
  const id = said?.kind === 'gloves' ? said.id : await stock.firstOfKind(db, 'gloves', await dayOf(db, context.now()))
  if (id !== null) await take(context, db, id, 1, cause)
}

/** The same for blanks of one shape, where the studio keeps count of them. */
export async function takeOfBlank(context: Context, db: Db, blankId: string, pieces: number, cause: MoveCause): Promise<void> {
  const id = await stock.firstOfBlank(db, blankId)
  if (id !== null) await take(context, db, id, pieces, cause)
}

/** Below how much of it a lead wants to be told; null: nobody is told. */
export async function watchLevel(context: Context, id: string, reorder: number | null): Promise<StockItem> {
  if (context.role !== 'lead') throw leadsOnly()
  return inTransaction(context.pool, async (db) => {
    if (!(await stock.setReorder(db, id, reorder))) throw notFound('thing on the shelf')
    await notify(db, { topic: 'shelf' })
    return (await stock.stockById(db, id))!
  })
}

export async function addSupply(context: Context, id: string, entry: SupplyEntry): Promise<Supply> {
  if (context.role !== 'lead') throw leadsOnly()
  return inTransaction(context.pool, async (db) => {
    if (await shelve(context, db, id, entry.kind, entry.left)) {
      await insertSupply(db, id, entry)
      await stock.setReorder(db, id, entry.reorder)
      await notify(db, { topic: 'shelf' })
      if (entry.kind === 'gel') await notify(db, { topic: 'studio' })
    }
    return (await supplyById(db, id))!
  })
}

export async function changeSupply(context: Context, id: string, entry: SupplyEntry, version: number, putAway: boolean): Promise<Supply> {
  if (context.role !== 'lead') throw leadsOnly()
  return inTransaction(context.pool, async (db) => {
    const level = await stock.lockLevel(db, id)
    const before = await supplyById(db, id)
    if (level === undefined || !before) throw notFound('supply')
    if (before.kind !== entry.kind)
      throw new Refusal(400, 'What it is can\'t be changed. Put it away and enter a new one.', { kind: 'Stays as it is.' })
    if (!(await updateSupply(db, id, entry, version, putAway))) throw editedMeanwhile()
    await stock.setReorder(db, id, entry.reorder)
    const counted = handMove(level, 'counted', entry.left)
    if (counted.ok && counted.value) await stock.insertMoves(db, id, [{ ...counted.value, id: v7() }], {}, context.by, context.now())
    await notify(db, { topic: 'shelf' })
    if (entry.kind === 'gel') await notify(db, { topic: 'studio' })
    return (await supplyById(db, id))!
  })
}

/** The day until which a supply was good, where that is over. */
async function pastItsDay(db: Db, id: string, today: string): Promise<string | null> {
  const until = (await supplyById(db, id))?.expiresOn
  return until && until < today ? until : null
}

/**
 * A line that a person enters: bought, counted, used, thrown away, out of date.
 * @throws Refusal 409 when the level is no longer the one they saw: a count then would book a difference that is none
 */
export async function enterMove(context: Context, id: string, entry: MoveEntry): Promise<StockItem> {
  return inTransaction(context.pool, async (db) => {
    const level = await stock.lockLevel(db, id)
    if (level === undefined) throw notFound('thing on the shelf')
    if (!(await stock.moveExists(db, entry.id))) {
      if (entry.kind === 'counted' && Math.abs(level - entry.seen) > 0.001)
        throw new Refusal(409, 'The level changed while you were counting. Look at it again; your count is still here.')
      const move = handMove(level, entry.kind, entry.amount)
      if (!move.ok) throw new Refusal(400, move.error, { amount: move.error })
      const late = entry.kind === 'used' ? await pastItsDay(db, id, await dayOf(db, context.now())) : null
      if (late !== null && !entry.anyway) throw outOfDate(late)
      if (move.value) {
        const kind = late === null ? move.value.kind : 'used-late'
        await stock.insertMoves(db, id, [{ ...move.value, kind, id: entry.id }], { note: entry.note || null }, context.by, context.now())
        await stock.touch(db, id)
      }
      await notify(db, { topic: 'shelf' })
      await notify(db, { topic: 'studio' })
    }
    return (await stock.stockById(db, id))!
  })
}
