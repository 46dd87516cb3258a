// eslint-disable-next-line @typescript-eslint/triple-slash-reference
/// <reference path="../routes.d.ts" />
import { Worker } from 'node:worker_threads'
// Bundled at build: a thread starts from its own text.
import code from '#crest/art-worker'
import shipped from '#crest/faces'
import { withFaces } from '../services/art-check'
import type { ArtCheck } from '../services/art-check'
import { Refusal } from '../services/refusal'
import { turnstile } from '../services/turnstile'

/** Longer nobody waits, and no thread works. ms */
const PATIENCE_MS = 4000
const MOST_MB = 400
const through = turnstile({ atOnce: 1, waiting: 6 })
const BUSY = 'Several drawings are being looked at just now. Try again in a moment; nothing was lost.'
const TOO_LONG = 'This drawing takes longer to work out than Crest allows. Simplify its paths in the drawing program and save it again.'

/** Files of a face that ships with Crest; none for another. */
const shippedFiles = (id: string): Uint8Array[] =>
  Object.hasOwn(shipped, id) ? shipped[id]!.map(text => new Uint8Array(Buffer.from(text, 'base64'))) : []

/** Looks at art in a thread that is ended when it is over its time or memory, so that nobody else waits for it. */
export const checkInThread: ArtCheck = task =>
  through(
    () =>
      new Promise((resolve) => {
        const worker = new Worker(code, {
          eval: true,
          workerData: withFaces(task, shippedFiles),
          resourceLimits: { maxOldGenerationSizeMb: MOST_MB, stackSizeMb: 8 },
        })
        const end = (answer: string | null) => {
          clearTimeout(timer)
          void worker.terminate()
          resolve(answer)
        }
        const timer = setTimeout(() => end(TOO_LONG), PATIENCE_MS)
        worker.once('message', end)
        worker.once('error', () => end(TOO_LONG))
      }),
    () => new Refusal(503, BUSY),
  )
