/** A request that is answered with a clear no: what happened, what was kept, what to do. */
export class Refusal extends Error {
  constructor(
    readonly status: 400 | 401 | 403 | 404 | 405 | 408 | 409 | 413 | 429 | 503,
    message: string,
    /** Messages that stand beside fields. */
    readonly fields?: Record<string, string>,
    /** Tells a page what to do about it by itself: `password` asks for the password and sends the request again. */
    readonly code?: 'password',
  ) {
    super(message)
  }
}

export const notFound = (what: string) => new Refusal(404, `There is no such ${what}. It may have been removed; go back and choose again.`)
export const editedMeanwhile = () =>
  new Refusal(409, 'Somebody else changed this while you were editing. Your entries are still here; reload it to see theirs.')
export const NOT_SIGNED_IN = 'You are not signed in. Sign in and try again; what you typed is kept.'
export const leadsOnly = () => new Refusal(403, 'Only a lead can do that. Ask one to, or change person.')
