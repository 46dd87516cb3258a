/** Keeps the app on the device once nobody waits any more, so that it opens when the network is gone. */
export default defineNuxtPlugin(() => {
  // Browsers allow it only where nobody can listen in: https, or this very machine.
  if (import.meta.dev || !('serviceWorker' in navigator) || !window.isSecureContext) return
  const [session, work, studio, turns] = [useSessionStore(), useWorkStore(), useStudioStore(), useTurnsStore()]
  // What this page asked before there was a worker to keep the answers is asked once more.
  if (!navigator.serviceWorker.controller) {
    navigator.serviceWorker.addEventListener(
      'controllerchange',
      () => {
        if (session.signedIn) [session.load, work.load, studio.load, turns.load].forEach(load => void load().catch(() => {}))
      },
      { once: true },
    )
  }
  onNuxtReady(async () => {
    await navigator.serviceWorker.register('/sw.js').catch(() => undefined)
    const ready = await navigator.serviceWorker.ready
    ready.active?.postMessage('keep')
  })
})
