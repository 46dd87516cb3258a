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
/** On an answer that the device kept from an earlier time. */
const KEPT = 'x-crest-kept'

const UNREACHABLE = 'Crest can\'t be reached. What you entered is kept here; it is tried again.'
export const PATIENCE_MS = 10_000

/** How long a picture may take over a weak network. */
export const PICTURE_PATIENCE_MS = 60_000

async function ask<T>(path: string, request: RequestInit, patience = PATIENCE_MS): Promise<T> {
  let response: Response
  try {
    response = await fetch(`/api/${path}`, { ...request, signal: AbortSignal.timeout(patience) })
  }
  catch {
    reachable.value = false
    throw new ApiError(0, UNREACHABLE)
  }
  reachable.value = !response.headers.has(KEPT)
  const answer = (await response.json().catch(() => null)) as (T & { error?: unknown, fields?: Record<string, string> }) | null
  if (response.ok && answer !== null) return answer
  if (response.status === 401) useSessionStore().lost()
  if (response.status === 413) throw new ApiError(413, 'That is larger than Crest takes. Make it smaller and try again; nothing was lost.')
  throw new ApiError(
    response.status,
    typeof answer?.error === 'string' ? answer.error : 'Something went wrong on the server. Nothing was lost; try again.',
    answer?.fields,
  )
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

/** Sends a paper as it is. @throws ApiError as `api` does */
export const apiPdf = <T>(path: string, file: Blob): Promise<T> =>
  ask<T>(path, { method: 'POST', headers: { 'content-type': 'application/pdf' }, body: file }, PICTURE_PATIENCE_MS)

/** All rows of a list, page by page. @throws ApiError as `api` does */
export const apiList = <T extends { id: string }>(path: string): Promise<T[]> =>
  allPages(after => api<T[]>(after === null ? path : `${path}?after=${after}`))
