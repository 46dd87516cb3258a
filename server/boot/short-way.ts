import { eventHandler } from 'h3'
import { answeredShortly } from '../http/short-way'

/** Looks at each request before any layer does. */
export default defineNitroPlugin((nitro) => {
  const usual = nitro.h3App.handler
  nitro.h3App.handler = eventHandler(async event => (await answeredShortly(event)) || usual(event))
})
