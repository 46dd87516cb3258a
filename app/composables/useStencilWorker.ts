import type { StencilAnswer, StencilTask } from '~/workers/stencil'

/** Thrown to whoever waits for an answer that a later question made useless, or that somebody cancelled. */
export class Superseded extends Error {}

/** No stencil is worth waiting longer for. */
const PATIENCE_MS = 60_000

/**
 * Asks the stencil worker, one question at a time: a new one ends the old one, worker and all, so that no click waits for
 * art that nobody wants any more.
 */
export function useStencilWorker() {
  const share = ref(0)
  const busy = ref(false)
  let worker: Worker | null = null
  let count = 0
  let waiting: { id: number, resolve: (result: unknown) => void, reject: (error: Error) => void } | null = null

  function cancel() {
    if (!waiting) return
    worker?.terminate()
    worker = null
    waiting.reject(new Superseded())
    waiting = null
    busy.value = false
  }
  function start(): Worker {
    const made = new Worker(new URL('../workers/stencil.ts', import.meta.url), { type: 'module' })
    made.addEventListener('message', ({ data }: MessageEvent<StencilAnswer>) => {
      if (data.id !== waiting?.id) return
      if (data.kind === 'share') {
        share.value = data.share
        return
      }
      const { resolve, reject } = waiting
      waiting = null
      busy.value = false
      if (data.kind === 'done') resolve(data.result)
      else reject(new Error(data.message))
    })
    made.addEventListener('error', () => {
      waiting?.reject(new Error('This art could not be worked out. Reload the page and try again; what was saved is safe.'))
      waiting = null
      busy.value = false
    })
    return made
  }
  function ask<T>(task: StencilTask): Promise<T> {
    cancel()
    worker ??= start()
    const id = ++count
    busy.value = true
    share.value = 0
    setTimeout(() => {
      if (waiting?.id !== id) return
      waiting.reject(new Error('This art takes longer than a minute and was stopped. Simplify its paths, or make it smaller.'))
      cancel()
    }, PATIENCE_MS)
    return new Promise<T>((resolve, reject) => {
      waiting = { id, resolve: resolve as (result: unknown) => void, reject }
      worker!.postMessage({ id, task })
    })
  }
  onScopeDispose(() => {
    cancel()
    worker?.terminate()
  })
  return { ask, cancel, share, busy }
}
