/** Forms and sheets need PrimeVue; Today does not. */
export default defineNuxtRouteMiddleware(async (to) => {
  if (to.path !== '/') await needPrime()
})
