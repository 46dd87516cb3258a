import { blankSchema } from '#shared/blanks'
import type { Blank, BlankEntry, BlankForm } from '#shared/blanks'
import { fieldErrors } from '#shared/fields'
import { asWritten } from '#shared/written'
import { inTransaction } from '../db/pool'
import type { Db } from '../db/pool'
import * as blanks from '../db/queries/blanks'
import type { Context } from './context'
import { notify } from './context'
import { editedMeanwhile, notFound, Refusal } from './refusal'
import { studioOf } from './studio'

async function readBlank(db: Db, body: unknown): Promise<{ entry: BlankEntry, form: BlankForm }> {
  const { rules } = await studioOf(db)
  const schema = blankSchema(rules.lengthUnit)
  const parsed = schema.safeParse(body)
  if (!parsed.success) throw new Refusal(400, 'Some readings need another look. Nothing was lost.', fieldErrors(parsed.error))
  return { entry: parsed.data, form: asWritten(schema, body) as BlankForm }
}

/** @param id made by the client: sent twice, stored once */
export async function addBlank(context: Context, id: string, body: unknown): Promise<Blank> {
  return inTransaction(context.pool, async (db) => {
    const { entry, form } = await readBlank(db, body)
    if (await blanks.insertBlank(db, id, entry, form, context.by, context.now())) await notify(db, { topic: 'shelf' })
    return (await blanks.blankById(db, id))!
  })
}

/** Jobs that were planned on it keep the wall they were planned on. */
export async function changeBlank(context: Context, id: string, body: unknown, version: number, putAway: boolean): Promise<Blank> {
  return inTransaction(context.pool, async (db) => {
    const before = await blanks.blankById(db, id, true)
    if (!before) throw notFound('blank')
    if (before.version !== version) throw editedMeanwhile()
    const { entry, form } = await readBlank(db, body)
    await blanks.updateBlank(db, id, entry, form, putAway)
    await notify(db, { topic: 'shelf' })
    return (await blanks.blankById(db, id))!
  })
}
