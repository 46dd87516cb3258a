/** What a worker says back: the share done, the result, or a sentence for the reader. */
export type Answer
  = | { kind: 'share', id: number, share: number }
    | { kind: 'done', id: number, result: unknown }
    | { kind: 'refused', id: number, message: string }

/** Shares smaller than this are not worth a message. */
const WORTH_TELLING = 0.04

/**
 * Answers the tasks that a page sends, one after another. @param refusal the sentence of an error that is one for the reader
 * @param fault said when it is a fault of ours
 */
export function serveTasks<Task>(
  answer: (task: Task, tell: (share: number) => void) => unknown,
  refusal: (error: unknown) => string | null,
  fault: string,
): void {
  self.addEventListener('message', async ({ data: { id, task } }: MessageEvent<{ id: number, task: Task }>) => {
    const post = (message: Answer) => self.postMessage(message)
    let told = -1
    try {
      const result = await answer(task, (share) => {
        if (share - told > WORTH_TELLING) post({ kind: 'share', id, share: (told = share) })
      })
      post({ kind: 'done', id, result })
    }
    catch (error) {
      const sentence = refusal(error)
      if (sentence === null) console.error(error)
      post({ kind: 'refused', id, message: sentence ?? fault })
    }
  })
}
