const OPEN = new Set(['/sign-in', '/first-run'])

/** Nothing is shown without a session; a studio that is not set up starts on the first-run page. */
export default defineNuxtRouteMiddleware(async (to) => {
  const session = useSessionStore()
  if (!session.known) {
    askEarly()
    try {
      await session.load()
    }
    catch {
      return abortNavigation({
        statusCode: 503,
        message: 'Crest can\'t reach its server. Check that it runs, then load this page again. Nothing is lost.',
      })
    }
  }
  if (session.firstRun && to.path !== '/first-run') return navigateTo('/first-run')
  if (!session.firstRun && to.path === '/first-run') return navigateTo('/')
  if (!session.signedIn && !OPEN.has(to.path)) return navigateTo({ path: '/sign-in', query: { to: to.fullPath } })
  if (session.signedIn && OPEN.has(to.path)) return navigateTo('/')
})
