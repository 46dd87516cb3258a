import type { Pass } from '#shared/passes'
import type { RunWithEvents } from '#shared/runs'

export interface TodayAnswer {
  /** Of open jobs. */
  passes: Pass[]
  runs: RunWithEvents[]
}

const WAS_IN = 'crest:was-in'
let early: Promise<TodayAnswer | null> | undefined

/** Whether somebody was signed in when this device was last used: then Today is asked for along with the session. */
export const rememberIn = (signedIn: boolean) => (signedIn ? localStorage.setItem(WAS_IN, '1') : localStorage.removeItem(WAS_IN))

/** Asks for Today before it is known who is in, so that both answers travel at once. */
export function askEarly() {
  if (localStorage.getItem(WAS_IN)) early = api<TodayAnswer>('today').catch(() => null)
}

/** The early answer, once; null when there was none or it failed. */
export async function takeEarly(): Promise<TodayAnswer | null> {
  const answer = early
  early = undefined
  return answer ? await answer : null
}
