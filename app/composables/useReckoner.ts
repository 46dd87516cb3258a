import type { Answer } from '~/workers/serve'

/** Thrown to whoever waits for an answer that a later question made useless, or that somebody cancelled. */
export class Superseded extends Error {}

interface Words {
  /** When it took longer than anybody waits. */ tooLong: string
  /** When the worker itself fell over. */ broken: string
}

/**
 * Asks a worker one question at a time: a new one ends the old one, worker and all, so that no click waits for an answer that
 * nobody wants any more.
 */
export function useReckoner<Task>(make: () => Worker, words: Words, patienceMs = 60_000) {
  const share = ref(0)
  const busy = ref(false)
  let worker: Worker | null = null
  let count = 0
  let gone = false
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
    const made = make()
    made.addEventListener('message', ({ data }: MessageEvent<Answer>) => {
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
      waiting?.reject(new Error(words.broken))
      waiting = null
      busy.value = false
    })
    return made
  }
  function ask<T>(task: Task): Promise<T> {
    cancel()
    // Whoever asked one thing after another may go on doing so when the page was left.
    if (gone) return Promise.reject(new Superseded())
    worker ??= start()
    const id = ++count
    busy.value = true
    share.value = 0
    setTimeout(() => {
      if (waiting?.id !== id) return
      waiting.reject(new Error(words.tooLong))
      cancel()
    }, patienceMs)
    return new Promise<T>((resolve, reject) => {
      waiting = { id, resolve: resolve as (result: unknown) => void, reject }
      worker!.postMessage({ id, task })
    })
  }
  onScopeDispose(() => {
    gone = true
    cancel()
    worker?.terminate()
  })
  return { ask, cancel, share, busy }
}
