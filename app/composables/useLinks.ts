import { useEventListener } from '@vueuse/core'

/** Fetches a screen as a hand goes to a link to it. Called once by the app: links by themselves would each have to listen. */
export function runLinks() {
  const nuxt = useNuxtApp()
  useEventListener(document, ['pointerover', 'focusin'], ({ target }: Event) => {
    const link = target instanceof Element ? target.closest<HTMLAnchorElement>('a[href^="/"]') : null
    if (link) void nuxt.runWithContext(() => preloadRouteComponents(link.pathname)).catch(() => {})
  })
}
