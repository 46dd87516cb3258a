import { useIntervalFn, useEventListener } from '@vueuse/core'
import { serverClock } from '~/clock/server-clock'

const KEPT = 'crest:clock'
const TICK_MS = 200
const AGAIN_MS = 5000

/** How far the device's own clock lay from the server's when it was last asked, so that a start without network is not lost. */
function keptSkew(): number {
  const kept = Number(localStorage.getItem(KEPT))
  return Number.isFinite(kept) ? kept : 0
}

const clock = serverClock({
  read: () => ({ wall: Date.now(), steady: performance.now() }),
  ask: () => api<{ serverTime: number }>('time').then(a => a.serverTime, () => null),
  kept: { read: keptSkew, write: skew => localStorage.setItem(KEPT, String(skew)) },
  changed: show,
})
const state = shallowRef(clock.state())
function show() {
  state.value = clock.state()
}
const now = ref(clock.now())
/** Time in steps: what shows no more than that is worked out no more often. */
const paced = (ms: number) => computed(() => Math.floor(now.value / ms) * ms)
const half = paced(500)
const second = paced(1000)
const minute = paced(60_000)

/** What is worked out from it is worked out again once the server's time is better known. */
export const serverNow = () => state.value.best.offset + performance.now()
export const learnAtLeast = clock.learnAtLeast
export const syncClock = clock.sync
/** Whether the server was asked, and nothing happened since that could have moved the clock. */
export const clockKnown = () => Number.isFinite(state.value.best.bound) && !state.value.unsure

/** Keeps `now` ticking; called once by the app. */
export function runServerClock() {
  void clock.sync()
  useIntervalFn(() => {
    clock.look()
    now.value = serverNow()
  }, TICK_MS)
  useIntervalFn(() => void clock.sync(), 5 * 60_000)
  // One that nobody answered is asked again until somebody does.
  useIntervalFn(() => void (clockKnown() || clock.sync()), AGAIN_MS)
  useEventListener(document, 'visibilitychange', () => {
    if (document.visibilityState === 'visible') void clock.sync()
  })
}

export const useServerClock = () => ({
  now: readonly(now),
  half,
  second,
  minute,
  errorMs: computed(() => state.value.best.bound),
  checkedAt: computed(() => state.value.checkedAt),
  unsure: computed(() => state.value.unsure),
})
