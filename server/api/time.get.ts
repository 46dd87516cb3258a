import { defineEventHandler } from 'h3'

/** For clients to measure their offset: server time, ms. */
export default defineEventHandler(() => ({ serverTime: Date.now() }))
