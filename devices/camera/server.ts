import { createServer } from 'node:http'
import type { Server } from 'node:http'
import sharp from 'sharp'
import { practiceScene, takePicture } from '../../core/bench/frost'
import type { Scene, Window } from '../../core/bench/frost'
import { bodyOf, fate, listening } from '../device'

type Pixels = Scene['pixels']

/** What stands before the stand-in; a real camera would see it. Rings are x and y by turns, mm of the window. */
interface Order {
  rings: number[][]
  window: Window
  /** What it is: the stand-in shows the same for the same words. */
  of: string
  /** What is known of the piece, in place of what the stand-in makes up. */
  truth?: Partial<Omit<Scene, 'art' | 'window' | 'seed'>>
}

/**
 * A stand-in for a camera on the network. It has no lens: it is told what lies before it, and makes the picture that a phone would,
 * as JPEG on its side with the turn written in its EXIF data, as phones do.
 *   POST /photo  { rings, window, of, truth? } -> image/jpeg, with the header x-simulated
 */
const MOST = 4_000_000
const MOST_PIXELS = 12_000_000

const tooLong = () => new RangeError('too long')

async function photo({ rings, window, of, truth }: Order, pixels: Pixels): Promise<Buffer> {
  const scene = { ...practiceScene(rings.map(r => Float64Array.from(r)), window, Math.floor(fate(of) * 2 ** 32), pixels), ...truth }
  if (scene.pixels.width * scene.pixels.height > MOST_PIXELS) throw new Error('too large')
  const { width, height, data } = takePicture(scene).picture
  const raw = { width, height, channels: 4 as const }
  // On its side, with the turn that puts it upright: 6 is a quarter turn to the right.
  return sharp(data, { raw }).removeAlpha().rotate(270).withMetadata({ orientation: 6 }).jpeg({ quality: 92, chromaSubsampling: '4:4:4' })
    .toBuffer()
}

/** @param port 0 for any that is free @param pixels of its pictures @returns the server once it listens on loopback */
export function startCamera(port: number, pixels: Pixels = { width: 4000, height: 3000 }): Promise<Server> {
  const server = createServer(async (request, response) => {
    const refuse = (status: number, error: string) => {
      response.writeHead(status, { 'content-type': 'application/json' })
      response.end(JSON.stringify({ error }))
    }
    try {
      const path = new URL(request.url ?? '/', 'http://camera').pathname
      if (request.method !== 'POST' || path !== '/photo') return refuse(404, 'A simulated camera: it takes pictures at /photo.')
      const image = await photo(JSON.parse(await bodyOf(request, MOST, tooLong)) as Order, pixels)
      response.writeHead(200, { 'content-type': 'image/jpeg', 'x-simulated': 'yes' })
      response.end(image)
    }
    catch {
      refuse(400, 'The camera could not make out what lies before it. Take the picture again.')
    }
  })
  return listening(server, port)
}
