import { v7 } from 'uuid'
import type { Lot, LotEntry, Stencil, StencilEntry } from '#shared/shelf'
import { inTransaction } from '../db/pool'
import * as lots from '../db/queries/lots'
import { insertStencil, setStencilAway, stencilById } from '../db/queries/stencils'
import type { Context } from './context'
import { notify } from './context'
import { editedMeanwhile, leadsOnly, notFound } from './refusal'

/** Puts a bottle on the shelf. The lead enters the product, as the label has it. @param id made by the client: sent twice, stored once */
export async function addLot(context: Context, id: string, entry: LotEntry): Promise<Lot> {
  if (context.role !== 'lead') throw leadsOnly()
  return inTransaction(context.pool, async (db) => {
    if (await lots.insertLot(db, id, entry)) {
      await lots.changeLevel(db, {
        id: v7(),
        lotId: id,
        runId: null,
        change: entry.left,
        kind: 'shelved',
        by: context.by,
        at: context.now(),
      })
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
    const change = Math.round((entry.left - before.left) * 100) / 100
    if (change !== 0)
      await lots.changeLevel(db, {
        id: v7(),
        lotId: id,
        runId: null,
        change,
        kind: 'measured',
        by: context.by,
        at: context.now(),
      })
    await notify(db, { topic: 'shelf' })
    return (await lots.lotById(db, id))!
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
