import { defineEventHandler, setResponseStatus } from 'h3'
import { isForeign } from '../http/origin'

const READING = new Set(['GET', 'HEAD', 'OPTIONS'])

/** Requests that change something come from our own pages only. */
export default defineEventHandler((event) => {
  if (READING.has(event.method) || !event.path.startsWith('/api/') || !isForeign(event)) return
  setResponseStatus(event, 403)
  return { error: 'This request came from another page and was refused. Nothing was changed.' }
})
