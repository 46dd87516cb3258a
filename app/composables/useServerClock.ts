import { useIntervalFn, useEventListener } from '@vueuse/core'
import { betterOffset, jumped } from '#core/basics/clock'
import type { Offset } from '#core/basics/clock'

const KEPT = 'crest:clock'
/** Exchanges of one measuring: the shortest round trip of them wins. */
const EXCHANGES = 5
const TICK_MS = 200
const AGAIN_MS = 5000

/** How far the device's own clock lay from the server's when it was last asked, so that a start without network is not lost. */
function keptSkew(): number {
  const kept = Number(localStorage.getItem(KEPT))
  return Number.isFinite(kept) ? kept : 0
}

/**
 * Server time, counted on from the best exchange with a monotonic clock, so that a device clock that is wrong or
 * changed does no harm. The exchange with the shortest round trip wins; its half is the error bound.
 */
const best = ref<Offset>({ offset: Date.now() + keptSkew() - performance.now(), bound: Infinity })
const now = ref(best.value.offset + performance.now())
/** Time in steps: what shows no more than that is worked out no more often. */
const paced = (ms: number) => computed(() => Math.floor(now.value / ms) * ms)
const half = paced(500)
const second = paced(1000)
const minute = paced(60_000)
/** When the server was last asked with success, by the monotonic clock; null: not since this page was opened. */
const checkedAt = ref<number | null>(null)
/** The device slept or its clock was moved, and the server could not be asked since. */
const unsure = ref(false)

export const serverNow = () => best.value.offset + performance.now()

/** Takes a server's stamp of an exchange that began and ended at these monotonic times, ms. */
export function learnServerTime(serverTime: number, sentAt: number, receivedAt: number) {
  best.value = betterOffset(best.value, { serverTime, sentAt, receivedAt })
  checkedAt.value = performance.now()
  unsure.value = false
  localStorage.setItem(KEPT, String(Math.round(serverNow() - Date.now())))
}

/** The server was at this time at least: a device that thinks it earlier has a clock that was set while nobody could be asked. ms */
export function learnAtLeast(serverTime: number) {
  if (serverNow() >= serverTime - 1000) return
  best.value = { offset: serverTime - performance.now(), bound: Infinity }
  unsure.value = true
}

async function exchange(): Promise<{ serverTime: number, sentAt: number, receivedAt: number } | null> {
  const sentAt = performance.now()
  const answer = await api<{ serverTime: number }>('time').catch(() => null)
  return answer && { serverTime: answer.serverTime, sentAt, receivedAt: performance.now() }
}

/** Measures afresh: after sleep the monotonic clock may have stood still, so what was learnt before counts no longer. */
export async function syncClock() {
  const first = await exchange()
  if (!first) return
  best.value = { ...best.value, bound: Infinity }
  learnServerTime(first.serverTime, first.sentAt, first.receivedAt)
  for (let i = 1; i < EXCHANGES; i++) {
    const next = await exchange()
    if (next) learnServerTime(next.serverTime, next.sentAt, next.receivedAt)
  }
}

/** Whether the server was asked, and nothing happened since that could have moved the clock. */
export const clockKnown = () => Number.isFinite(best.value.bound) && !unsure.value

/** Keeps `now` ticking; called once by the app. */
export function runServerClock() {
  void syncClock()
  let last = { wall: Date.now(), steady: performance.now() }
  useIntervalFn(() => {
    const next = { wall: Date.now(), steady: performance.now() }
    if (jumped(last, next)) {
      unsure.value = true
      void syncClock()
    }
    last = next
    now.value = serverNow()
  }, TICK_MS)
  useIntervalFn(() => void syncClock(), 5 * 60_000)
  // One that nobody answered is asked again until somebody does.
  useIntervalFn(() => void (clockKnown() || syncClock()), AGAIN_MS)
  useEventListener(document, 'visibilitychange', () => {
    if (document.visibilityState === 'visible') void syncClock()
  })
}

export const useServerClock = () => ({
  now: readonly(now),
  half,
  second,
  minute,
  errorMs: computed(() => best.value.bound),
  checkedAt: readonly(checkedAt),
  unsure: readonly(unsure),
})
