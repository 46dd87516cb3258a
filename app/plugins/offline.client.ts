/** Keeps the app on the device once nobody waits any more, so that it opens when the network is gone. */
export default defineNuxtPlugin(() => {
  // Browsers allow it only where nobody can listen in: https, or this very machine.
  if (import.meta.dev || !('serviceWorker' in navigator) || !window.isSecureContext) return
  onNuxtReady(async () => {
    await navigator.serviceWorker.register('/sw.js').catch(() => undefined)
    const ready = await navigator.serviceWorker.ready
    ready.active?.postMessage('keep')
  })
})
