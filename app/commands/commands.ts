/** Sends a command: answers, or rejects with a `status` (0 where no answer came) and a sentence. */
export type SendCommand = <T>(path: string, method: 'POST', body: object) => Promise<T>

/** Pauses before a command whose answer was lost is tried again, ms. */
const AGAIN_MS = [1000, 3000]

const ARRIVED = 'What you sent before has arrived after all. Look at it, then send this again if it is still wanted.'

/** Nobody knows whether it was done: no answer, or one that says nothing of it, as from a proxy. */
const isLost = (error: unknown): boolean => {
  const { status } = error as { status?: number }
  return status === 0 || status === 408 || status === 429 || (status !== undefined && status >= 500)
}

interface Unanswered {
  id: string
  content: string
  /** While it is under way; a second press of the same waits for it. */
  sending: Promise<unknown> | null
  /** It was given up once, and whoever sent it was told so. */
  lost: boolean
}

/** Means that commands are sent with. */
export interface CommandMeans {
  newId: () => string
  /** Waits so many ms. */
  wait: (ms: number) => Promise<unknown>
  /** Makes the error by which a form is told that an earlier command was done after all. */
  refusal: (sentence: string) => Error
  /** Pauses before tries after a lost answer, ms. */
  again?: readonly number[]
}

export interface CommandOptions {
  /** Key of the body under which the server reads the command's id. */
  idKey?: string
}

/**
 * Makes the one way for commands: each has an id that stays the same until the server has answered for it, however often its answer is lost
 * and its button pressed, so that it is done once (an idempotency key).
 */
export function commands(send: SendCommand, { newId, wait, refusal, again = AGAIN_MS }: CommandMeans) {
  /** Commands that were not answered, by what they are for. */
  const unanswered = new Map<string, Unanswered>()

  async function tried<T>(path: string, body: object): Promise<T> {
    for (let i = 0; ; i++) {
      try {
        return await send<T>(path, 'POST', body)
      }
      catch (error) {
        const pause = again[i]
        if (pause === undefined || !isLost(error)) throw error
        await wait(pause)
      }
    }
  }

  /** Sends one until it is answered or given up for now; what is answered, with yes or no, is forgotten here. */
  function deliver<T>(path: string, idKey: string, one: Unanswered): Promise<T> {
    const sending = tried<T>(path, { ...(JSON.parse(one.content) as object), [idKey]: one.id }).then(
      (answer) => {
        unanswered.delete(path)
        return answer
      },
      (error: unknown) => {
        if (isLost(error)) one.lost = true
        else unanswered.delete(path)
        throw error
      },
    ).finally(() => (one.sending = null))
    one.sending = sending
    return sending
  }

  /**
   * Sends a command and tries again where its answer is lost. Pressed again with the same content, it is the same command; with another
   * one, the first is brought to an end before anything else is sent there.
   * @param body without its id, or with one that its form made
   * @throws whatever `send` rejects with; a refusal where an earlier one with other content turns out to have been done
   */
  return async function command<T>(path: string, body: object, { idKey = 'id' }: CommandOptions = {}): Promise<T> {
    const { [idKey]: own, ...rest } = body as Record<string, unknown>
    const content = JSON.stringify(rest)
    const before = unanswered.get(path)
    if (before?.content === content) return (before.sending as Promise<T> | null) ?? deliver<T>(path, idKey, before)
    if (before) {
      const { lost } = before
      const done = await (before.sending ?? deliver(path, idKey, before)).then(() => true, (error: unknown) => {
        if (isLost(error)) throw error
        return false
      })
      // One that was only still on its way is what its sender thinks it is: done.
      if (done && lost) throw refusal(ARRIVED)
    }
    const one: Unanswered = { id: typeof own === 'string' ? own : newId(), content, sending: null, lost: false }
    unanswered.set(path, one)
    return deliver<T>(path, idKey, one)
  }
}
