let installed: Promise<void> | undefined

/**
 * PrimeVue with our theme, fetched once. Today does without it, so that the first page is usable sooner; every other
 * page and every sheet waits for it.
 */
export function needPrime(): Promise<void> {
  const { vueApp } = useNuxtApp()
  installed ??= import('~/theme/prime')
    .then(({ installPrime }) => installPrime(vueApp))
    .catch((error: unknown) => {
      installed = undefined
      throw error
    })
  return installed
}
