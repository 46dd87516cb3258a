/** Longer nobody waits for the device to keep an answer. ms */
const PATIENCE_MS = 1000
/** News of a run come in crowds: it is kept once they pause, or every so often. ms */
const SETTLED_MS = 1000

/**
 * Has the device keep an answer for a start without network, as if it had just been fetched: pages learn of a run bit by bit, and
 * what is kept must not fall behind what they show.
 */
export async function keepAnswer(path: string, answer: unknown): Promise<void> {
  const worker = navigator.serviceWorker?.controller
  if (!worker) return
  const { port1, port2 } = new MessageChannel()
  const done = new Promise<void>(resolve => (port1.onmessage = () => resolve()))
  worker.postMessage({ keep: `/api/${path}`, body: JSON.stringify(answer) }, [port2])
  await Promise.race([done, new Promise(resolve => setTimeout(resolve, PATIENCE_MS))])
}

const timers = new Map<string, ReturnType<typeof setTimeout>>()

/** Keeps a run a little later, as it is then. */
export function keepKnown(run: () => { id: string } | undefined) {
  const id = run()?.id
  if (!id || timers.has(id)) return
  timers.set(
    id,
    setTimeout(() => {
      timers.delete(id)
      const now = run()
      if (now) void keepAnswer(`runs/${id}`, now)
    }, SETTLED_MS),
  )
}
