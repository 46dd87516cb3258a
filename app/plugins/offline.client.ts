import { until } from '@vueuse/core'

/** Keeps the app on the device once nobody waits any more, so that it opens when the network is gone. */
export default defineNuxtPlugin(() => {
  // Browsers allow it only where nobody can listen in: https, or this very machine.
  if (import.meta.dev || !('serviceWorker' in navigator) || !window.isSecureContext) return
  const [session, work, studio, turns] = [useSessionStore(), useWorkStore(), useStudioStore(), useTurnsStore()]
  // What this page asked before there was a worker to keep the answers is asked once more, as soon as somebody is known to be in. The
  // first questions go out with the page itself: a worker may have come between them and here.
  const [opened] = performance.getEntriesByType('navigation') as PerformanceNavigationTiming[]
  if (!navigator.serviceWorker.controller || opened?.workerStart === 0) {
    const again = async () => {
      await until(() => session.signedIn).toBeTruthy()
      for (const load of [session.load, work.load, studio.load, turns.load]) void load().catch(() => {})
    }
    if (navigator.serviceWorker.controller) void again()
    else navigator.serviceWorker.addEventListener('controllerchange', () => void again(), { once: true })
  }
  onNuxtReady(async () => {
    await navigator.serviceWorker.register('/sw.js').catch(() => undefined)
    const ready = await navigator.serviceWorker.ready
    ready.active?.postMessage('keep')
  })
})
