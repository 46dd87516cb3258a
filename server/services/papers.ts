import { fieldErrors } from '#shared/fields'
import { paperHeadSchema } from '#shared/papers'
import type { Paper } from '#shared/papers'
import * as papers from '../db/queries/papers'
import { containerById } from '../db/queries/waste'
import type { UploadCheck } from './art-check'
import type { Context } from './context'
import { notFound, Refusal } from './refusal'

/**
 * Keeps a paper. Its insides are looked through for programs, and shown by the browser's own viewer only.
 * @param head its id, made by the client: sent twice, kept once
 * @param check looks through the file
 */
export async function addPaper(context: Context, head: unknown, file: Buffer, check: UploadCheck): Promise<Paper[]> {
  const parsed = paperHeadSchema.safeParse(head)
  if (!parsed.success) throw new Refusal(400, 'It is not said what this paper is.', fieldErrors(parsed.error))
  const refusal = await check({ kind: 'paper', file })
  if (refusal !== null) throw new Refusal(400, refusal)
  const { container, product } = parsed.data
  if (container !== undefined && !(await containerById(context.pool, container))) throw notFound('container')
  await papers.insertPaper(context.pool, parsed.data, file, context.by, context.now())
  return papers.listPapers(context.pool, container === undefined ? { product: product! } : { container })
}

export async function putPaperAway(context: Context, id: string): Promise<{ id: string }> {
  if (!(await papers.putPaperAway(context.pool, id))) throw notFound('paper')
  return { id }
}
