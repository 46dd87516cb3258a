/* The bench goes on without the network: the app itself and the last answers about what runs are kept on the device. */
const SHELL = 'crest-shell'
const ANSWERS = 'crest-answers'
/** Answers that the bench needs when nobody answers. What changes something never comes from here. */
const KEPT = /^\/api\/(session|studio|today|lots|stencils|blanks|crew|runs\/[0-9a-f-]+|days\/[0-9-]+)$/
/** The further pages of long lists. */
const FURTHER = /^\/api\/(today|lots|stencils|blanks|crew)\?after=[0-9a-f-]+$/
const PATIENCE_MS = 4000
const MARK = 'x-crest-kept'

/** Fetches every file of this build that is not kept yet, then lets go of those of older builds. */
async function keepShell() {
  const list = await (await fetch('/offline.json', { cache: 'no-store' })).json()
  const cache = await caches.open(SHELL)
  const known = new Set((await cache.keys()).map(r => new URL(r.url).pathname))
  await Promise.all(list.files.filter(f => !known.has(f)).map(async (file) => {
    const response = await fetch(file)
    if (response.ok) await cache.put(file, response)
  }))
  const page = await fetch('/', { cache: 'no-store' })
  if (page.ok) await cache.put('/', page)
  const wanted = new Set([...list.files, '/'])
  await Promise.all([...known].filter(f => !wanted.has(f)).map(f => cache.delete(f)))
}

const inTime = request => fetch(request, { signal: AbortSignal.timeout(PATIENCE_MS) })

/** Any screen opens from the one page that is kept: the app finds its own way. */
async function openPage(request) {
  const cache = await caches.open(SHELL)
  try {
    const response = await inTime(request)
    // A proxy that stands in front of a server that is gone answers as well.
    return response.status < 500 ? response : (await cache.match('/')) ?? response
  }
  catch (error) {
    const kept = await cache.match('/')
    if (kept) return kept
    throw error
  }
}

async function file(request) {
  const cache = await caches.open(SHELL)
  const kept = await cache.match(request, { ignoreSearch: true })
  if (kept) return kept
  const response = await fetch(request)
  if (response.ok) await cache.put(request, response.clone())
  return response
}

/** The server's answer when there is one; else the last one, marked as kept. */
async function answer(request) {
  const cache = await caches.open(ANSWERS)
  try {
    const response = await inTime(request)
    if (response.ok) await cache.put(request, response.clone())
    // A proxy that stands in front of a server that is gone answers as well.
    if (response.status < 500) return response
    return await kept(cache, request) ?? response
  }
  catch (error) {
    const found = await kept(cache, request)
    if (found) return found
    throw error
  }
}

/** What a page has learnt bit by bit, as one answer. */
async function keepGiven({ keep, body }) {
  const cache = await caches.open(ANSWERS)
  await cache.put(keep, new Response(body, { headers: { 'content-type': 'application/json' } }))
}

async function kept(cache, request) {
  const found = await cache.match(request)
  if (!found) return undefined
  const headers = new Headers(found.headers)
  headers.set(MARK, '1')
  return new Response(found.body, { status: found.status, headers })
}

self.addEventListener('install', event => event.waitUntil(keepShell().then(() => self.skipWaiting())))
self.addEventListener('activate', event => event.waitUntil(self.clients.claim()))
self.addEventListener('message', (event) => {
  if (event.data?.keep && KEPT.test(event.data.keep)) event.waitUntil(keepGiven(event.data).finally(() => event.ports[0]?.postMessage('kept')))
  if (event.data === 'keep') event.waitUntil(keepShell().catch(() => {}))
  // Whoever signs out leaves nothing behind.
  if (event.data === 'forget') event.waitUntil(caches.delete(ANSWERS))
})
self.addEventListener('fetch', (event) => {
  const { request } = event
  const url = new URL(request.url)
  if (request.method !== 'GET' || url.origin !== self.location.origin) return
  if (request.mode === 'navigate') event.respondWith(openPage(request))
  else if (url.pathname.startsWith('/_nuxt/') || /\.(svg|png|webmanifest)$/.test(url.pathname)) event.respondWith(file(request))
  else if (KEPT.test(url.pathname) && (url.search === '' || FURTHER.test(url.pathname + url.search))) event.respondWith(answer(request))
})
