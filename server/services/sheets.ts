import { v7 } from 'uuid'
import { fieldErrors } from '#shared/fields'
import { sheetSchema } from '#shared/sheets'
import type { RollEntry, Roll, Sheet, SheetForm } from '#shared/sheets'
import { asWritten } from '#shared/written'
import { inTransaction } from '../db/pool'
import type { Db } from '../db/pool'
import { setExists } from '../db/queries/jobs'
import * as sheets from '../db/queries/sheets'
import type { Context } from './context'
import { notify } from './context'
import { editedMeanwhile, notFound, Refusal } from './refusal'
import { studioOf } from './studio'

async function readSheet(db: Db, body: unknown): Promise<{ name: string, setId: string | null, form: SheetForm }> {
  const schema = sheetSchema((await studioOf(db)).rules.lengthUnit)
  const parsed = schema.safeParse(body)
  if (!parsed.success) throw new Refusal(400, 'Some entries need another look. Nothing was lost.', fieldErrors(parsed.error))
  const { name, setId } = parsed.data
  if (setId !== null && !(await setExists(db, setId)))
    throw new Refusal(400, 'Those pieces are in no job any more.', { setId: 'Choose a job, or none.' })
  return { name, setId, form: asWritten(schema, body) as SheetForm }
}

export async function oneSheet(db: Db, id: string): Promise<Sheet> {
  const found = await sheets.sheetById(db, id)
  if (!found) throw notFound('cut sheet')
  return found
}

/** @param id made by the client: sent twice, stored once */
export async function addSheet(context: Context, id: string, body: unknown): Promise<Sheet> {
  const { name, setId, form } = await readSheet(context.pool, body)
  return inTransaction(context.pool, async (db) => {
    if (await sheets.insertSheet(db, id, name, setId, form, context.by, context.now())) await notify(db, { topic: 'shelf' })
    return oneSheet(db, id)
  })
}

export async function changeSheet(context: Context, id: string, body: unknown, version: number, putAway: boolean): Promise<Sheet> {
  const { name, setId, form } = await readSheet(context.pool, body)
  return inTransaction(context.pool, async (db) => {
    const before = await sheets.sheetById(db, id, true)
    if (!before) throw notFound('cut sheet')
    if (before.version !== version) throw editedMeanwhile()
    await sheets.updateSheet(db, id, name, setId, form, putAway)
    await notify(db, { topic: 'shelf' })
    return oneSheet(db, id)
  })
}

export async function addRoll(context: Context, id: string, roll: RollEntry): Promise<Roll> {
  await inTransaction(context.pool, async (db) => {
    if (await sheets.insertRoll(db, id, roll)) await notify(db, { topic: 'shelf' })
  })
  return (await sheets.rollById(context.pool, id))!
}

export async function putRollAway(context: Context, id: string): Promise<Roll> {
  if (!(await sheets.setRollAway(context.pool, id))) throw notFound('roll')
  return (await sheets.rollById(context.pool, id))!
}

/** What a sheet took from the shelf, in mm: `was` is what each roll was thought to be. */
export interface TakenStock {
  rolls: { id: string, was: number, left: number }[]
  scraps: { from: string, width: number, length: number }[]
}

/** A sheet is cut: its rolls get shorter, used scraps go, what is left over comes back. Once. */
export async function cutSheet(context: Context, id: string, taken: TakenStock): Promise<Sheet> {
  return inTransaction(context.pool, async (db) => {
    const sheet = await sheets.sheetById(db, id, true)
    if (!sheet) throw notFound('cut sheet')
    // Said twice, done once.
    if (sheet.cutAt) return sheet
    const rolls = new Map<string, Roll>()
    for (const t of taken.rolls) {
      const roll = await sheets.rollById(db, t.id, true)
      if (!roll || roll.putAway || Math.abs(roll.length - t.was) > 0.01)
        throw new Refusal(409, 'The shelf has changed meanwhile. Nothing was taken; look at the sheet again.')
      if (t.left > roll.length) throw new Refusal(400, 'More can\'t be left than there was. Reload and try again.')
      rolls.set(t.id, roll)
      if (t.left < 1) await sheets.setRollAway(db, t.id)
      else await sheets.shortenRoll(db, t.id, t.left)
    }
    for (const s of taken.scraps) {
      const from = rolls.get(s.from)
      if (!from || s.width > from.width + 0.01 || s.length > from.length + 0.01)
        throw new Refusal(400, 'A scrap can\'t be larger than what it is cut from. Reload and try again.')
      await sheets.insertRoll(db, v7(), {
        name: `${from.name.replace(/, scrap$/, '')}, scrap`.slice(0, 60),
        resist: from.resist,
        width: s.width,
        length: s.length,
        scrap: true,
        grain: from.grain,
      })
    }
    await sheets.setSheetCut(db, id, context.now())
    await notify(db, { topic: 'shelf' })
    return oneSheet(db, id)
  })
}
