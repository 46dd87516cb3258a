import { faceHeadSchema } from '#shared/faces'
import type { OwnFace } from '#shared/faces'
import { fieldErrors } from '#shared/fields'
import * as faces from '../db/queries/faces'
import type { UploadCheck } from './art-check'
import type { Context } from './context'
import { notify } from './context'
import { notFound, Refusal } from './refusal'

/** @param head its id, made by the client: sent twice, stored once @param check reads the file, outside any transaction */
export async function addFace(context: Context, head: unknown, file: Buffer, check: UploadCheck): Promise<OwnFace> {
  const parsed = faceHeadSchema.safeParse(head)
  if (!parsed.success) throw new Refusal(400, 'It is not said what this face is called.', fieldErrors(parsed.error))
  const refusal = await check({ kind: 'face', file: new Uint8Array(file) })
  if (refusal !== null) throw new Refusal(400, refusal)
  await faces.insertFace(context.pool, parsed.data.id, parsed.data.name, file, context.by, context.now())
  await notify(context.pool, { topic: 'shelf' })
  return parsed.data
}

export async function putFaceAway(context: Context, id: string): Promise<{ id: string }> {
  if (!(await faces.putFaceAway(context.pool, id))) throw notFound('face')
  await notify(context.pool, { topic: 'shelf' })
  return { id }
}
