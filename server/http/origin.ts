import type { H3Event } from 'h3'
import { getHeader } from 'h3'

/** Whether a request comes from another page than our own, or has a body that a foreign form could send without asking first. */
export function isForeign(event: H3Event): boolean {
  const origin = getHeader(event, 'origin')
  const site = getHeader(event, 'sec-fetch-site')
  const foreignOrigin = origin !== undefined && !sameHost(origin, getHeader(event, 'host'))
  const foreignSite = site !== undefined && site !== 'same-origin' && site !== 'none'
  // Bodies are JSON, a picture, a font or a PDF: a foreign form can send none of them without asking first, and asking is refused.
  const hasBody = Number(getHeader(event, 'content-length') ?? 0) > 0 || getHeader(event, 'transfer-encoding') !== undefined
  const foreignBody = hasBody && !/^(application\/json|application\/pdf|image\/|font\/)/.test(getHeader(event, 'content-type') ?? '')
  return foreignOrigin || foreignSite || foreignBody
}

function sameHost(origin: string, host: string | undefined): boolean {
  // As browsers write it: then nothing has to be taken apart.
  if (origin === `http://${host}` || origin === `https://${host}`) return true
  try {
    return new URL(origin).host === host
  }
  catch {
    return false
  }
}
