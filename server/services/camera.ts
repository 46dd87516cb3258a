import type { CameraOrder } from '#shared/frost'
import { Refusal } from './refusal'

const PATIENCE_MS = 30_000
/** A picture of a camera; no larger than one that a phone sends. */
const MOST = 40_000_000

/**
 * Takes a picture with the camera at CREST_CAMERA_URL. A real one needs no order; the stand-in that ships with Crest has no lens and is
 * told what lies before it.
 * @returns simulated: whether the camera says that it is a stand-in @throws Refusal 503 where none answers
 */
export async function takePhoto(order: CameraOrder): Promise<{ image: Buffer, simulated: boolean }> {
  const url = process.env.CREST_CAMERA_URL
  if (!url) throw new Refusal(503, 'No camera is set up. Take the picture with this device, or load one.')
  const { strengths, ...scene } = order
  const answer = await fetch(new URL('photo', url), {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ ...scene, ...(strengths ? { truth: { strengths } } : {}) }),
    signal: AbortSignal.timeout(PATIENCE_MS),
  }).catch(() => null)
  const type = answer?.headers.get('content-type') ?? ''
  if (!answer?.ok || !type.startsWith('image/'))
    throw new Refusal(503, 'The camera does not answer. Switch it on and try again, or take the picture with this device.')
  const image = Buffer.from(await answer.arrayBuffer())
  if (image.length > MOST) throw new Refusal(503, 'The camera sent a picture larger than 40 MB. Set it to smaller pictures.')
  return { image, simulated: answer.headers.get('x-simulated') === 'yes' }
}
