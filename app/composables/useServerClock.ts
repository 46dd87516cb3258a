import { useIntervalFn, useEventListener } from '@vueuse/core'

/**
 * Server time, counted on from the best exchange with a monotonic clock, so that a device clock that is wrong or
 * changed does no harm. The exchange with the shortest round trip wins; its half is the error bound.
 */
const offset = ref(Date.now() - performance.now())
const errorMs = ref(Infinity)
const now = ref(Date.now())

export const serverNow = () => offset.value + performance.now()

/** Takes a server's stamp of an exchange that began and ended at these monotonic times, ms. */
export function learnServerTime(serverTime: number, sentAt: number, receivedAt: number) {
  const bound = (receivedAt - sentAt) / 2
  if (bound > errorMs.value) return
  errorMs.value = bound
  offset.value = serverTime - (sentAt + receivedAt) / 2
}

async function exchange() {
  const sentAt = performance.now()
  const answer = await api<{ serverTime: number }>('time').catch(() => null)
  if (answer) learnServerTime(answer.serverTime, sentAt, performance.now())
}

/** Measures afresh: after sleep the monotonic clock may have stood still. */
export async function syncClock() {
  errorMs.value = Infinity
  for (let i = 0; i < 3; i++) await exchange()
}

/** Keeps `now` ticking; called once by the app. */
export function runServerClock() {
  void syncClock()
  useIntervalFn(() => now.value = serverNow(), 200)
  useIntervalFn(() => void syncClock(), 5 * 60_000)
  useEventListener(document, 'visibilitychange', () => {
    if (document.visibilityState === 'visible') void syncClock()
  })
}

export const useServerClock = () => ({ now: readonly(now), errorMs: readonly(errorMs) })
