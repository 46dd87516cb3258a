import type { Lot, LotEntry, Stencil, StencilEntry } from '#shared/shelf'
import { handMove, stockOfEtchant } from '#core/trade/stock'
import { inTransaction } from '../db/pool'
import * as lots from '../db/queries/lots'
import { insertStencil, setStencilAway, stencilById } from '../db/queries/stencils'
import type { Context } from './context'
import { notify } from './context'
import { book, shelve } from './ledger'
import { editedMeanwhile, leadsOnly, notFound, Refusal } from './refusal'

/** Puts a bottle on the shelf. The lead enters the product, as the label has it. @param id made by the client: sent twice, stored once */
export async function addLot(context: Context, id: string, entry: LotEntry): Promise<Lot> {
  if (context.role !== 'lead') throw leadsOnly()
  return inTransaction(context.pool, async (db) => {
    if (await shelve(context, db, id, stockOfEtchant(entry.kind), entry.left)) {
      await lots.insertLot(db, id, entry)
      await notify(db, { topic: 'shelf' })
    }
    return (await lots.lotById(db, id))!
  })
}

export async function changeLot(context: Context, id: string, entry: LotEntry, version: number, putAway: boolean): Promise<Lot> {
  if (context.role !== 'lead') throw leadsOnly()
  return inTransaction(context.pool, async (db) => {
    const before = await lots.lotById(db, id, true)
    if (!before) throw notFound('bottle')
    if (before.version !== version) throw editedMeanwhile()
    await lots.updateLot(db, id, entry, putAway)
    const counted = handMove(before.left, 'counted', entry.left)
    if (counted.ok && counted.value) await book(context, db, id, [counted.value])
    await notify(db, { topic: 'shelf' })
    return (await lots.lotById(db, id))!
  })
}

/**
 * Two lots of one kind poured together become a lot of their own: as old as the older, with the longer of the labels, and with no
 * coupon. @param id of the new lot, made by the client: sent twice, poured once
 */
export async function mixLots(context: Context, id: string, otherId: string, newId: string): Promise<Lot> {
  return inTransaction(context.pool, async (db) => {
    const known = await lots.lotById(db, newId)
    if (known) return known
    // Always in the same order, so that two people who pour the same bottles do not wait for each other.
    const [one, two] = [id, otherId].sort() as [string, string]
    const first = await lots.lotById(db, one, true)
    const second = await lots.lotById(db, two, true)
    if (!first || !second || first.putAway || second.putAway) throw notFound('bottle')
    if (first.id === second.id) throw new Refusal(400, 'A bottle can\'t be poured into itself.', { other: 'Choose another bottle.' })
    if (first.kind !== second.kind || first.strengthWritten !== second.strengthWritten || first.medium !== second.medium)
      throw new Refusal(400, 'These are two different products. Mixed, nobody knows what they do.', {
        other: 'Choose one of the same kind.',
      })
    const left = first.left + second.left
    if (first.left <= 0 || second.left <= 0) throw new Refusal(400, 'One of them is empty. Count it first.')
    const opened = [first.openedOn, second.openedOn].filter((day): day is string => day !== null).sort()[0] ?? ''
    const name = first.productName === second.productName ? first.productName : `${first.productName} + ${second.productName}`
    await shelve(context, db, newId, stockOfEtchant(first.kind), 0)
    await lots.insertLot(db, newId, {
      ...first,
      productName: `${name}, mixed`.slice(0, 80),
      labelMin: first.labelMin === null ? null : Math.min(first.labelMin, second.labelMin!),
      labelMax: first.labelMax === null ? null : Math.max(first.labelMax, second.labelMax!),
      reusable: first.reusable && second.reusable,
      openedOn: opened,
      size: left,
      left,
      price: (first.price / first.size) * first.left + (second.price / second.size) * second.left,
      couponBest: null,
    })
    for (const from of [first, second]) {
      await book(context, db, from.id, [{ kind: 'moved', change: -from.left }], { otherId: newId })
      await book(context, db, newId, [{ kind: 'moved', change: from.left }], { otherId: from.id })
      await lots.putLotAway(db, from.id)
    }
    await notify(db, { topic: 'shelf' })
    return (await lots.lotById(db, newId))!
  })
}

/** @param id made by the client: sent twice, hung up once */
export async function addStencil(context: Context, id: string, entry: StencilEntry): Promise<Stencil> {
  return inTransaction(context.pool, async (db) => {
    if (await insertStencil(db, id, entry)) await notify(db, { topic: 'shelf' })
    return (await stencilById(db, id))!
  })
}

export async function putStencilAway(context: Context, id: string, putAway: boolean): Promise<Stencil> {
  return inTransaction(context.pool, async (db) => {
    if (!(await setStencilAway(db, id, putAway))) throw notFound('stencil')
    await notify(db, { topic: 'shelf' })
    return (await stencilById(db, id))!
  })
}
