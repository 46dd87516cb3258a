import sharp from 'sharp'
import type { Photo, PhotoHead } from '#shared/runs'
import { inTransaction } from '../db/pool'
import * as photos from '../db/queries/photos'
import { runHead } from '../db/queries/runs'
import type { Context } from './context'
import { notify } from './context'
import { notFound, Refusal } from './refusal'

export const PHOTO_BYTES = 10_000_000
/** Longer side after re-encoding, px: enough to judge an edge by. */
const LONGEST = 2000
/** A small file can hold a picture that fills the memory. px */
const MOST_PIXELS = 60_000_000
const KINDS = ['jpeg', 'png', 'webp', 'heif', 'avif']

/** The picture and nothing else: turned as it was held, scaled, encoded afresh, without place, time or camera. @throws Refusal 400 */
async function reencoded(bytes: Buffer): Promise<{ image: Buffer, width: number, height: number }> {
  const unreadable = new Refusal(400, 'That is no picture that can be read. Take it again, or save it as JPEG or PNG.')
  const picture = sharp(bytes, { limitInputPixels: MOST_PIXELS, failOn: 'error' })
  const { format } = await picture.metadata().catch(() => {
    throw unreadable
  })
  if (!KINDS.includes(format)) throw unreadable
  const { data, info } = await picture.rotate().resize(LONGEST, LONGEST, { fit: 'inside', withoutEnlargement: true }).jpeg({ quality: 82 }).toBuffer({ resolveWithObject: true }).catch(() => {
    throw unreadable
  })
  return { image: data, width: info.width, height: info.height }
}

/** Adds a picture to a run. @throws Refusal 400 unreadable, 404 no such run, 413 too large */
export async function addPhoto(context: Context, runId: string, head: PhotoHead, bytes: Buffer): Promise<Photo[]> {
  if (bytes.length > PHOTO_BYTES) throw new Refusal(413, 'A picture may have 10 MB. Take it smaller.')
  const made = await reencoded(bytes)
  await inTransaction(context.pool, async (db) => {
    if (!await runHead(db, runId)) throw notFound('run')
    if (await photos.insertPhoto(db, runId, { ...head, ...made, by: context.by, at: context.now() })) await notify(db, { topic: 'photos', id: runId })
  })
  return photos.photosOfRun(context.pool, runId)
}
