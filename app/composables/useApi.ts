import { allPages } from '#shared/pages'

/** A request that was answered with a no, or not at all (`status` 0). */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly fields: Record<string, string> = {},
  ) {
    super(message)
  }
}

/** Whether the server was heard last time it was asked; while it is not, the bench goes on from what is kept here. */
export const reachable = ref(true)
let everMissed = false
/** Whether all that this page asked for so far came from the server itself. */
export const alwaysReached = () => !everMissed
function reached(yes: boolean) {
  reachable.value = yes
  everMissed ||= !yes
}
/** On an answer that the device kept from an earlier time. */
const KEPT = 'x-crest-kept'

const UNREACHABLE = 'Crest can\'t be reached. What you entered is kept here; it is tried again.'
export const PATIENCE_MS = 10_000

/** How long a picture may take over a weak network. */
export const PICTURE_PATIENCE_MS = 60_000

async function answerTo(path: string, request: RequestInit, patience: number): Promise<Response> {
  let response: Response
  try {
    response = await fetch(`/api/${path}`, { ...request, signal: AbortSignal.timeout(patience) })
  }
  catch {
    reached(false)
    throw new ApiError(0, UNREACHABLE)
  }
  reached(!response.headers.has(KEPT))
  return response
}

interface RefusedAnswer {
  error?: unknown
  fields?: Record<string, string>
  code?: string
}

function refused({ status }: Response, answer: RefusedAnswer | null): ApiError {
  if (status === 401) useSessionStore().lost()
  if (status === 413) return new ApiError(413, 'That is larger than Crest takes. Make it smaller and try again; nothing was lost.')
  const sentence = typeof answer?.error === 'string' ? answer.error : 'Something went wrong on the server. Nothing was lost; try again.'
  return new ApiError(status, sentence, answer?.fields)
}

async function ask<T>(path: string, request: RequestInit, patience = PATIENCE_MS): Promise<T> {
  const response = await answerTo(path, request, patience)
  const answer = (await response.json().catch(() => null)) as (T & RefusedAnswer) | null
  if (response.ok && answer !== null) return answer
  // What only a password opens was not begun: it is sent again once the password was given, and what was typed stays as it is.
  if (answer?.code === 'password' && (await askPassword())) return ask<T>(path, request, patience)
  throw refused(response, answer)
}

/** Asks the server. @throws ApiError with a sentence to show and messages for fields */
export const api = <T>(path: string, method: 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE' = 'GET', body?: unknown): Promise<T> =>
  ask<T>(path, {
    method,
    headers: body === undefined ? {} : { 'content-type': 'application/json' },
    body: body === undefined ? undefined : JSON.stringify(body),
  })

/** Sends a font file as it is. @throws ApiError as `api` does */
export const apiFont = <T>(path: string, file: Blob): Promise<T> =>
  ask<T>(path, { method: 'POST', headers: { 'content-type': 'font/sfnt' }, body: file })

/** Asks for a picture to be taken. @returns simulated: by a stand-in for a camera @throws ApiError as `api` does */
export async function apiPicture(path: string, body: unknown): Promise<{ picture: Blob, simulated: boolean }> {
  const request = { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }
  const response = await answerTo(path, request, PICTURE_PATIENCE_MS)
  if (!response.ok || !response.headers.get('content-type')?.startsWith('image/'))
    throw refused(response, (await response.json().catch(() => null)) as RefusedAnswer | null)
  return { picture: await response.blob(), simulated: response.headers.has('x-simulated') }
}

/** Sends a paper as it is. @throws ApiError as `api` does */
export const apiPdf = <T>(path: string, file: Blob): Promise<T> =>
  ask<T>(path, { method: 'POST', headers: { 'content-type': 'application/pdf' }, body: file }, PICTURE_PATIENCE_MS)

/** All rows of a list, page by page. @throws ApiError as `api` does */
export const apiList = <T extends { id: string }>(path: string): Promise<T[]> =>
  allPages(after => api<T[]>(after === null ? path : `${path}?after=${after}`))
