import { findArt, FrostRefused, pictured, readFrost, readMarked, readStrips, settleNear } from '#core/bench/frost'
import type { FrostReading, Lie, MarkedBox, Pictured, Settled, StripReading, Window } from '#core/bench/frost'
import type { Region } from '#core/basics/outline'
import type { StripLayout } from '#core/plan/coupon'
import { serveTasks } from './serve'

interface OfPicture {
  picture: Blob
  /** Of this picture, so that it is opened once. */
  key: string
  art: Region
  window: Window
  /** L* that the card behind clear glass stands for. */
  card: number
}

/** What the page asks of this worker. To cancel, the page ends the worker. */
export type FrostTask
  = | (OfPicture & { kind: 'find' })
    /** `settled` as it was found; null: from the corners in `lie`, which a hand put there. */
    | (OfPicture & { kind: 'read', lie: Lie, settled: Settled | null })
    | (OfPicture & { kind: 'marked', lie: Lie, frost: MarkedBox, clear: MarkedBox })
    | (OfPicture & { kind: 'strips', lie: Lie, settled: Settled | null, strips: number, layout: StripLayout })

export interface FoundAnswer {
  /** Of the picture as it is held upright, pixels. */
  width: number
  height: number
  /** null: it was not found, and somebody has to show where it is. */
  found: Settled | null
}
export interface ReadAnswer {
  reading: FrostReading
  settled: Settled
}
export interface StripsAnswer {
  strips: StripReading[]
  settled: Settled
}

const MOST_PIXELS = 60_000_000
/** What was asked about last: the corners of one picture are moved again and again. */
let last: { key: string, picture: Pictured } | null = null

/** A picture upright, as its EXIF data says; of these nothing else is looked at. @throws FrostRefused */
async function opened({ picture: blob, key }: OfPicture, tell: (share: number) => void): Promise<Pictured> {
  if (last?.key === key) return last.picture
  const image = await createImageBitmap(blob, { imageOrientation: 'from-image' }).catch(() => {
    throw new FrostRefused('no-picture')
  })
  const { width, height } = image
  if (width * height > MOST_PIXELS) throw new FrostRefused('too-large')
  tell(0.15)
  const context = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true })!
  context.drawImage(image, 0, 0)
  image.close()
  const picture = pictured(context.getImageData(0, 0, width, height))
  tell(0.35)
  last = { key, picture }
  return picture
}

async function answer(task: FrostTask, tell: (share: number) => void): Promise<FoundAnswer | ReadAnswer | FrostReading | StripsAnswer> {
  const picture = await opened(task, tell)
  const later = (share: number) => tell(0.35 + 0.65 * share)
  switch (task.kind) {
    case 'find':
      return { width: picture.width, height: picture.height, found: findArt(picture, task.art, task.window) }
    case 'read': {
      const settled = task.settled ?? settleNear(picture, task.art, task.window, task.lie)
      return { reading: readFrost(picture, task.art, task.window, settled, task.card, later), settled }
    }
    case 'marked':
      return readMarked(picture, task.window, task.lie, { frost: task.frost, clear: [task.clear] }, task.card)
    case 'strips': {
      const settled = task.settled ?? settleNear(picture, task.art, task.window, task.lie)
      return { strips: readStrips(picture, task.strips, task.layout, settled, task.card), settled }
    }
  }
}

serveTasks<FrostTask>(
  answer,
  error => (error instanceof FrostRefused ? error.message : null),
  'This picture could not be measured. Nothing was lost; take another one.',
)
