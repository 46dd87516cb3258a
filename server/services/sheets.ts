import { v7 } from 'uuid'
import { fieldErrors } from '#shared/fields'
import { artMark } from '#shared/passes'
import { sharesOfSheet } from '#shared/sheet-parts'
import { sheetSchema } from '#shared/sheets'
import type { RollEntry, Roll } from '#shared/rolls'
import type { Sheet, SheetForm } from '#shared/sheets'
import { asWritten } from '#shared/written'
import type { TakenOfStock } from '#core/art/sheet'
import { rounded, takenOff } from '#core/trade/stock'
import { inTransaction } from '../db/pool'
import type { Db } from '../db/pool'
import { knownSets, passesOfSets } from '../db/queries/jobs'
import * as sheets from '../db/queries/sheets'
import type { Context } from './context'
import { notify } from './context'
import { book, shelve } from './ledger'
import { editedMeanwhile, notFound, Refusal } from './refusal'
import { studioOf } from './studio'

async function readSheet(db: Db, body: unknown): Promise<{ name: string, setIds: string[], form: SheetForm }> {
  const schema = sheetSchema((await studioOf(db)).rules.lengthUnit)
  const parsed = schema.safeParse(body)
  if (!parsed.success) throw new Refusal(400, 'Some entries need another look. Nothing was lost.', fieldErrors(parsed.error))
  const { name, parts } = parsed.data
  const setIds = parts.flatMap(part => part.setId ?? [])
  const known = await knownSets(db, setIds)
  const gone = parts.flatMap((part, i) => (part.setId === null || known.includes(part.setId) ? [] : [i]))
  if (gone.length > 0) {
    const fields = Object.fromEntries(gone.map(i => [`parts.${i}.setId`, 'Choose a job, or none.']))
    throw new Refusal(400, 'Those pieces are in no job any more.', fields)
  }
  return { name, setIds, form: asWritten(schema, body) as SheetForm }
}

export async function oneSheet(db: Db, id: string): Promise<Sheet> {
  const found = await sheets.sheetById(db, id)
  if (!found) throw notFound('cut sheet')
  return found
}

/** @param id made by the client: sent twice, stored once */
export async function addSheet(context: Context, id: string, body: unknown): Promise<Sheet> {
  const { name, setIds, form } = await readSheet(context.pool, body)
  return inTransaction(context.pool, async (db) => {
    if (await sheets.insertSheet(db, id, name, form, context.by, context.now())) {
      await sheets.setSetsOfSheet(db, id, setIds)
      await notify(db, { topic: 'shelf' })
    }
    return oneSheet(db, id)
  })
}

export async function changeSheet(context: Context, id: string, body: unknown, version: number, putAway: boolean): Promise<Sheet> {
  const { name, setIds, form } = await readSheet(context.pool, body)
  return inTransaction(context.pool, async (db) => {
    const before = await sheets.sheetById(db, id, true)
    if (!before) throw notFound('cut sheet')
    if (before.version !== version) throw editedMeanwhile()
    // What it took is theirs.
    if (before.cutAt && [...setIds].sort().join() !== [...before.setIds].sort().join())
      throw new Refusal(409, 'This sheet is cut, for the pieces that were on it then. Undo the cut first, or lay out another sheet.')
    await sheets.updateSheet(db, id, name, form, putAway)
    await sheets.setSetsOfSheet(db, id, setIds)
    await notify(db, { topic: 'shelf' })
    return oneSheet(db, id)
  })
}

export async function addRoll(context: Context, id: string, roll: RollEntry): Promise<Roll> {
  await inTransaction(context.pool, async (db) => {
    if (!(await shelve(context, db, id, 'film', roll.length))) return
    await sheets.insertRoll(db, id, roll)
    await notify(db, { topic: 'shelf' })
  })
  return (await sheets.rollById(context.pool, id))!
}

/** What is left of a roll goes into the bin. */
export async function throwRollAway(context: Context, id: string): Promise<Roll> {
  return inTransaction(context.pool, async (db) => {
    const roll = await sheets.rollById(db, id, true)
    if (!roll) throw notFound('roll')
    await book(context, db, id, takenOff(roll.length, roll.length, 'wasted'))
    await sheets.setRollAway(db, id, true)
    await notify(db, { topic: 'shelf' })
    return (await sheets.rollById(db, id))!
  })
}

/**
 * A sheet is cut: its rolls get shorter, used scraps go, what is left over comes back. Once.
 * @param taken `was` is what each roll was thought to be
 */
export async function cutSheet(context: Context, id: string, taken: TakenOfStock): Promise<Sheet> {
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
      // A strip too narrow to be cut from is no roll any more.
      await book(context, db, t.id, takenOff(roll.length, roll.length - (t.left < 1 ? 0 : t.left), 'cut'), { sheetId: id })
      if (t.left < 1) await sheets.setRollAway(db, t.id, true)
    }
    const back: string[] = []
    for (const s of taken.scraps) {
      const from = rolls.get(s.from)
      if (!from || s.width > from.width + 0.01 || s.length > from.length + 0.01)
        throw new Refusal(400, 'A scrap can\'t be larger than what it is cut from. Reload and try again.')
      const scrapId = v7()
      await shelve(context, db, scrapId, 'film', 0)
      await sheets.insertRoll(db, scrapId, {
        name: `${from.name.replace(/, scrap$/, '')}, scrap`.slice(0, 60),
        resist: from.resist,
        width: s.width,
        scrap: true,
        grain: from.grain,
        priceM2: from.priceM2,
      })
      await book(context, db, scrapId, [{ kind: 'left-over', change: rounded(s.length) }], { sheetId: id, otherId: s.from })
      back.push(scrapId)
    }
    const gone = taken.rolls.reduce((sum, t) => sum + (t.was - t.left) * rolls.get(t.id)!.width, 0)
    const net = Math.max(0, gone - taken.scraps.reduce((sum, s) => sum + s.width * s.length, 0))
    const { perSet, ...used } = await usedBy(db, sheet, net)
    await sheets.setSheetCut(db, id, context.now(), { rolls: taken.rolls, scraps: back, ...used }, perSet)
    await notify(db, { topic: 'shelf' })
    await notify(db, { topic: 'today' })
    return oneSheet(db, id)
  })
}

/** What one piece of each pass used of a sheet, mm², and for which art; and the share of each set. */
async function usedBy(
  db: Db,
  { setIds, entered }: Sheet,
  net: number,
): Promise<Pick<sheets.KeptTaken, 'perPiece' | 'artMarks'> & { perSet: Record<string, number> }> {
  const nobody = { perPiece: {}, perSet: {} }
  if (setIds.length === 0) return nobody
  const { rules } = await studioOf(db)
  const read = sheetSchema(rules.lengthUnit).safeParse(entered)
  if (!read.success) return nobody
  const passes = await passesOfSets(db, setIds)
  const artMarks = Object.fromEntries(passes.map(p => [p.id, artMark(p.placements)]))
  return { ...sharesOfSheet(read.data.parts, passes, net, rules.border), artMarks }
}

/** It was not cut after all: what it took hangs on the shelf again, as long as nobody has cut from it since. */
export async function undoCut(context: Context, id: string): Promise<Sheet> {
  return inTransaction(context.pool, async (db) => {
    const sheet = await sheets.sheetById(db, id, true)
    if (!sheet) throw notFound('cut sheet')
    if (!sheet.cutAt) return sheet
    const taken = await sheets.takenBy(db, id)
    if (!taken) throw new Refusal(409, 'What this sheet took was not written down when it was cut. Put the resist right on the shelf.')
    const changed = () => new Refusal(409, 'The resist has been used since, so this can\'t be undone. Put it right on the shelf.')
    for (const t of taken.rolls) {
      const roll = await sheets.rollById(db, t.id, true)
      if (!roll || (t.left < 1 ? !roll.putAway : roll.putAway || Math.abs(roll.length - t.left) > 0.01)) throw changed()
    }
    for (const scrap of taken.scraps) {
      const roll = await sheets.rollById(db, scrap, true)
      if (!roll || roll.putAway) throw changed()
      await book(context, db, scrap, [{ kind: 'not-cut', change: -roll.length }], { sheetId: id })
      await sheets.setRollAway(db, scrap, true)
    }
    for (const t of taken.rolls) {
      const { length } = (await sheets.rollById(db, t.id))!
      await book(context, db, t.id, [{ kind: 'not-cut', change: rounded(t.was - length) }], { sheetId: id })
      await sheets.setRollAway(db, t.id, false)
    }
    await sheets.setSheetUncut(db, id)
    await notify(db, { topic: 'shelf' })
    await notify(db, { topic: 'today' })
    return oneSheet(db, id)
  })
}
