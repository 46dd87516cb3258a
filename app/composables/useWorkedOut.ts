import { computed, onScopeDispose, shallowRef, watch } from 'vue'

/**
 * Things that take a while to work out, kept by name: each as it is wanted for the first time, one after the other, whatever else comes
 * to be wanted meanwhile. What couldn't be had is tried again when something else is wanted.
 * @param wanted names of what is to be had
 * @param workOut may refuse with an error
 * @returns `found` so far, the last `problem`, with the name of what it is about, and whether all is there
 */
export function useWorkedOut<T>(wanted: () => readonly string[], workOut: (name: string) => Promise<T>) {
  const found = shallowRef<ReadonlyMap<string, T>>(new Map())
  const problem = shallowRef<{ name: string, error: Error } | null>(null)
  const refused = new Set<string>()
  let working = false
  let gone = false
  onScopeDispose(() => (gone = true))

  async function work() {
    if (working) return
    working = true
    for (;;) {
      const next = gone ? undefined : wanted().find(name => !found.value.has(name) && !refused.has(name))
      if (next === undefined) break
      try {
        const made = await workOut(next)
        found.value = new Map(found.value).set(next, made)
      }
      catch (error) {
        refused.add(next)
        problem.value = { name: next, error: error as Error }
      }
    }
    working = false
  }
  watch(
    () => wanted().join('\n'),
    () => {
      refused.clear()
      problem.value = null
      void work()
    },
    { immediate: true },
  )
  const complete = computed(() => wanted().every(name => found.value.has(name)))
  return { found, problem, complete }
}
