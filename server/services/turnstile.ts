/** Lets a few through at once and the next ones wait in order; who comes when the queue is full is turned away. */
export type Turnstile = <T>(work: () => Promise<T>, turnedAway: () => Error) => Promise<T>

/** @param limits.atOnce how many work at the same time @param limits.waiting how many may wait */
export function turnstile(limits: { atOnce: number, waiting: number }): Turnstile {
  let working = 0
  const queue: (() => void)[] = []
  return async (work, turnedAway) => {
    if (working >= limits.atOnce) {
      if (queue.length >= limits.waiting) throw turnedAway()
      // Whoever leaves hands its place on: `working` stays as it is.
      await new Promise<void>(resolve => queue.push(resolve))
    }
    else working++
    try {
      return await work()
    }
    finally {
      const next = queue.shift()
      if (next) next()
      else working--
    }
  }
}
