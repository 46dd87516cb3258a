type RunRules = typeof import('~/running/rules')
let rules: RunRules | null = null
let coming: Promise<void> | undefined

/**
 * What a run is followed with, fetched once: before the first run is shown, and before anything is entered. Today without a run does
 * without it, so that the first page is usable sooner.
 */
export function needRunRules(): Promise<void> {
  coming ??= import('~/running/rules')
    .then(found => void (rules = found))
    .catch((error: unknown) => {
      coming = undefined
      throw error
    })
  return coming
}

/** @throws where no run can be here yet: the store of open work waits for the rules before it shows one */
export function runRules(): RunRules {
  if (!rules) throw new Error('The rules of a run were asked for before needRunRules.')
  return rules
}
