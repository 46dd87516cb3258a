import { defineEventHandler, getHeader, setResponseStatus } from 'h3'

const READING = new Set(['GET', 'HEAD', 'OPTIONS'])

/** Requests that change something come from our own pages only. */
export default defineEventHandler((event) => {
  if (READING.has(event.method) || !event.path.startsWith('/api/')) return
  const origin = getHeader(event, 'origin')
  const site = getHeader(event, 'sec-fetch-site')
  const foreignOrigin = origin !== undefined && !sameHost(origin, getHeader(event, 'host'))
  const foreignSite = site !== undefined && site !== 'same-origin' && site !== 'none'
  // Bodies are JSON, a picture, a font or a PDF: a foreign form can send none of them without asking first, and asking is refused.
  const hasBody = Number(getHeader(event, 'content-length') ?? 0) > 0 || getHeader(event, 'transfer-encoding') !== undefined
  const foreignBody = hasBody && !/^(application\/json|application\/pdf|image\/|font\/)/.test(getHeader(event, 'content-type') ?? '')
  if (foreignOrigin || foreignSite || foreignBody) {
    setResponseStatus(event, 403)
    return { error: 'This request came from another page and was refused. Nothing was changed.' }
  }
})

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
