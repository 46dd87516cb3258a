import { setResponseHeaders } from 'h3'
import { API_HEADERS } from '../http/headers'

/** Comes before what works out the rules of pages afresh for each request: that costs more than storing an entry. */
export default defineNitroPlugin((nitro) => {
  nitro.hooks.hook('request', (event) => {
    if (!event.path.startsWith('/api/')) return
    event.context.security = { ...event.context.security, rules: { enabled: false }, route: '/api' } as never
    event.context._nitro = { routeRules: {} }
    setResponseHeaders(event, API_HEADERS)
  })
})
