import { v7 } from 'uuid'
import type { Bottle, BottleEntry, Stencil, StencilEntry } from '#shared/shelf'
import { inTransaction } from '../db/pool'
import * as bottles from '../db/queries/bottles'
import { insertStencil, setStencilAway, stencilById } from '../db/queries/stencils'
import type { Context } from './context'
import { notify } from './context'
import { editedMeanwhile, leadsOnly, notFound } from './refusal'

/** Puts a bottle on the shelf. The lead enters the product, as the label has it. @param id made by the client: sent twice, stored once */
export async function addBottle(context: Context, id: string, entry: BottleEntry): Promise<Bottle> {
  if (context.role !== 'lead') throw leadsOnly()
  return inTransaction(context.pool, async (db) => {
    if (await bottles.insertBottle(db, id, entry)) {
      await bottles.changeLevel(db, {
        id: v7(),
        bottleId: id,
        runId: null,
        change: entry.left,
        kind: 'shelved',
        by: context.by,
        at: context.now(),
      })
      await notify(db, { topic: 'shelf' })
    }
    return (await bottles.bottleById(db, id))!
  })
}

export async function changeBottle(context: Context, id: string, entry: BottleEntry, version: number, putAway: boolean): Promise<Bottle> {
  if (context.role !== 'lead') throw leadsOnly()
  return inTransaction(context.pool, async (db) => {
    const before = await bottles.bottleById(db, id, true)
    if (!before) throw notFound('bottle')
    if (before.version !== version) throw editedMeanwhile()
    await bottles.updateBottle(db, id, entry, putAway)
    const change = Math.round((entry.left - before.left) * 100) / 100
    if (change !== 0)
      await bottles.changeLevel(db, {
        id: v7(),
        bottleId: id,
        runId: null,
        change,
        kind: 'measured',
        by: context.by,
        at: context.now(),
      })
    await notify(db, { topic: 'shelf' })
    return (await bottles.bottleById(db, id))!
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
