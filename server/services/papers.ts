import { fieldErrors } from '#shared/fields'
import { MOST_PAPER, paperHeadSchema } from '#shared/papers'
import type { Paper } from '#shared/papers'
import * as papers from '../db/queries/papers'
import { containerById } from '../db/queries/waste'
import type { Context } from './context'
import { notFound, Refusal } from './refusal'

/** Bytes at either end that say what a file is (ISO 32000: header and trailer). */
const ENDS = 1024
/** What a paper never needs: programs that run when it is opened. */
const ACTIVE = ['/JavaScript', '/Launch', '/EmbeddedFile', '/RichMedia']

/** Why bytes are no paper, in a sentence; null when they are. Its insides are read by the browser's own viewer, never by us. */
export function refusePdf(file: Buffer): string | null {
  if (file.length === 0) return 'There is nothing in this file. Save it again as a PDF.'
  if (file.length > MOST_PAPER) return 'A paper may have 10 MB. Save it smaller.'
  const [head, tail] = [file.subarray(0, ENDS).toString('latin1'), file.subarray(-ENDS).toString('latin1')]
  if (!head.includes('%PDF-')) return 'This is no PDF. Print or save the sheet as a PDF, then load that.'
  if (!tail.includes('%%EOF') || !tail.includes('startxref')) return 'This PDF is cut off. Download it again.'
  const active = ACTIVE.find(word => file.includes(word))
  return active ? 'This PDF carries a program or other files. Print it into a plain PDF first.' : null
}

/** @param head its id, made by the client: sent twice, kept once */
export async function addPaper(context: Context, head: unknown, file: Buffer): Promise<Paper[]> {
  const parsed = paperHeadSchema.safeParse(head)
  if (!parsed.success) throw new Refusal(400, 'It is not said what this paper is.', fieldErrors(parsed.error))
  const refusal = refusePdf(file)
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
