import { defineEventHandler, setResponseHeaders } from 'h3'
import { API_HEADERS } from '../http/headers'

/** Answers of the API carry headers of their own; those of pages come from their rules (`nuxt.config.ts`). */
export default defineEventHandler((event) => {
  if (event.path.startsWith('/api/')) setResponseHeaders(event, API_HEADERS)
})
