// eslint-disable-next-line @typescript-eslint/triple-slash-reference
/// <reference path="../routes.d.ts" />
import { Worker } from 'node:worker_threads'
// Bundled at build: a thread starts from its own text.
import code from '#crest/upload-worker'
import shipped from '#crest/faces'
import { withFaces } from '../services/art-check'
import type { UploadCheck } from '../services/art-check'
import { Refusal } from '../services/refusal'
import { turnstile } from '../services/turnstile'

/** Longer nobody waits, and no thread works. ms */
const PATIENCE_MS = 4000
const MOST_MB = 400
/** A thread that has nothing to do is kept so long: it takes a while to start, and what it keeps of memory is to be given back. ms */
const KEPT_MS = 30_000
const through = turnstile({ atOnce: 1, waiting: 6 })
const BUSY = 'Several files are being looked at just now. Try again in a moment; nothing was lost.'
const TOO_LONG = 'This drawing takes longer to work out than Crest allows. Simplify its paths in the drawing program and save it again.'
const TOO_LONG_PAPER = 'This PDF takes longer to look through than Crest allows. Print it into a plain PDF first.'

/** Files of a face that ships with Crest; none for another. */
const shippedFiles = (id: string): Uint8Array[] =>
  Object.hasOwn(shipped, id) ? shipped[id]!.map(text => new Uint8Array(Buffer.from(text, 'base64'))) : []

const limits = { maxOldGenerationSizeMb: MOST_MB, maxYoungGenerationSizeMb: 64, stackSizeMb: 8 }
let kept: { worker: Worker, over: NodeJS.Timeout } | null = null

/** Keeps a thread for the next drawing. The process doesn't wait for it to end. */
function keep(worker: Worker): void {
  worker.unref()
  const forget = () => {
    clearTimeout(over)
    if (kept?.worker === worker) kept = null
  }
  const over = setTimeout(() => {
    forget()
    void worker.terminate()
  }, KEPT_MS).unref()
  worker.once('exit', forget)
  kept = { worker, over }
}

/** The thread that was kept, or a new one. */
function thread(): Worker {
  if (!kept) return new Worker(code, { eval: true, resourceLimits: limits })
  const { worker, over } = kept
  kept = null
  clearTimeout(over)
  worker.ref()
  return worker
}

/** Looks at an upload in a thread that is ended when it is over its time or memory, so that nobody else waits for it. One at a time. */
export const checkInThread: UploadCheck = task =>
  through(
    () =>
      new Promise((resolve) => {
        const worker = thread()
        const end = (answer: string | null, sound: boolean) => {
          clearTimeout(timer)
          for (const event of ['message', 'error', 'exit']) worker.removeAllListeners(event)
          // An error after the answer concerns nobody.
          worker.on('error', () => {})
          if (sound) keep(worker)
          else void worker.terminate()
          resolve(answer)
        }
        const tooLong = 'kind' in task && task.kind === 'paper' ? TOO_LONG_PAPER : TOO_LONG
        const timer = setTimeout(() => end(tooLong, false), PATIENCE_MS)
        worker.once('message', (answer: string | null) => end(answer, true))
        worker.once('error', () => end(tooLong, false))
        worker.once('exit', () => end(tooLong, false))
        worker.postMessage(withFaces(task, shippedFiles))
      }),
    () => new Refusal(503, BUSY),
  )
