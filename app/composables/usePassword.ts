/** The question for the password that stands on the screen; it is settled with whether the password was given. */
const asked = shallowRef<{ settle: (given: boolean) => void } | null>(null)
export const passwordAsked = computed(() => asked.value !== null)
let waiting: Promise<boolean> | null = null

/** Asks the person at the device for their password, once for all requests that wait for it. @returns whether it was given */
export const askPassword = (): Promise<boolean> =>
  (waiting ??= new Promise<boolean>(settle => (asked.value = { settle })).finally(() => {
    asked.value = null
    waiting = null
  }))

/** Ends the question. */
export const answerPassword = (given: boolean): void => asked.value?.settle(given)
