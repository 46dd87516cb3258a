import type { Studio, StudioEntry } from '#shared/studio'
import { inTransaction } from '../db/pool'
import type { Db } from '../db/pool'
import { readStudio, updateStudio } from '../db/queries/studio'
import type { Context } from './context'
import { notify } from './context'
import { editedMeanwhile, leadsOnly, Refusal } from './refusal'

/** @throws Refusal 409 before the first-run page was filled in */
export async function studioOf(db: Db): Promise<Studio> {
  const studio = await readStudio(db)
  if (!studio) throw new Refusal(409, 'This studio has not been set up. Open the first page and fill it in.')
  return studio
}

export async function changeStudio(context: Context, entry: StudioEntry): Promise<Studio> {
  if (context.role !== 'lead') throw leadsOnly()
  return inTransaction(context.pool, async (db) => {
    const stored = await updateStudio(db, entry)
    if (!stored) throw editedMeanwhile()
    await notify(db, { topic: 'studio' })
    return studioOf(db)
  })
}
