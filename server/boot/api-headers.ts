import { setResponseHeaders } from 'h3'

/** What an answer of the API may do in a browser: nothing but be read by our own pages. The routes of pages have rules of their own. */
const HEADERS = {
  'content-security-policy': 'default-src \'none\'; frame-ancestors \'none\'',
  'x-content-type-options': 'nosniff',
  'x-frame-options': 'DENY',
  'referrer-policy': 'no-referrer',
  'cross-origin-resource-policy': 'same-origin',
  'cache-control': 'no-store',
}

/** Comes before what works out the rules of pages afresh for each request: that costs more than storing an entry. */
export default defineNitroPlugin((nitro) => {
  nitro.hooks.hook('request', (event) => {
    if (!event.path.startsWith('/api/')) return
    event.context.security = { ...event.context.security, rules: { enabled: false }, route: '/api' } as never
    event.context._nitro = { routeRules: {} }
    setResponseHeaders(event, HEADERS)
  })
})
