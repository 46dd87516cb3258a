import sharp from 'sharp'
import type { Photo, PhotoHead } from '#shared/runs'
import { inTransaction } from '../db/pool'
import * as photos from '../db/queries/photos'
import { runHead } from '../db/queries/runs'
import type { Context } from './context'
import { notify } from './context'
import { notFound, Refusal } from './refusal'
import { turnstile } from './turnstile'

/** One picture is decoded at a time, by one core: the other is for what runs at the bench. */
const decoding = turnstile({ atOnce: 1, waiting: 30 })
sharp.concurrency(1)
const BUSY = 'Many pictures are coming in just now. This one is kept on the device and sent again.'
/** Longer side after re-encoding, px: enough to judge an edge by. */
const LONGEST = 2000
/** A small file can hold a picture that fills the memory. px */
const MOST_PIXELS = 60_000_000
const KINDS = ['jpeg', 'png', 'webp', 'heif', 'avif']

/** The picture and nothing else: turned as it was held, scaled, encoded afresh, without place, time or camera. @throws Refusal 400 */
async function reencoded(bytes: Buffer): Promise<{ image: Buffer, width: number, height: number }> {
  const unreadable = new Refusal(400, 'That picture can\'t be read. Take it again, or save it as JPEG or PNG.')
  if (bytes.length === 0) throw unreadable
  const picture = sharp(bytes, { limitInputPixels: MOST_PIXELS, failOn: 'error' })
  const { format } = await picture.metadata().catch(() => {
    throw unreadable
  })
  if (!KINDS.includes(format)) throw unreadable
  const { data, info } = await picture
    .rotate()
    .resize(LONGEST, LONGEST, { fit: 'inside', withoutEnlargement: true })
    .jpeg({ quality: 82 })
    .toBuffer({ resolveWithObject: true })
    .catch(() => {
      throw unreadable
    })
  return { image: data, width: info.width, height: info.height }
}

/** Who took it. @throws Refusal 403 where this session may not book for them */
function bookedFor(context: Context, head: PhotoHead): string {
  const by = head.by ?? context.by
  if (!context.session.people.includes(by))
    throw new Refusal(403, 'Whoever took this picture is not signed in on this device. It is sent once they are.')
  return by
}

/** Adds a picture to a run. @returns the run's first ones @throws Refusal 400 unreadable, 404 no such run, 413 too large */
export async function addPhoto(context: Context, runId: string, head: PhotoHead, bytes: Buffer): Promise<Photo[]> {
  const by = bookedFor(context, head)
  const made = await decoding(
    () => reencoded(bytes),
    () => new Refusal(503, BUSY),
  )
  await inTransaction(context.pool, async (db) => {
    if (!(await runHead(db, runId))) throw notFound('run')
    if (await photos.insertPhoto(db, runId, { ...head, ...made, by, at: context.now() })) await notify(db, { topic: 'photos', id: runId })
  })
  return photos.photosOfRun(context.pool, runId, null)
}
