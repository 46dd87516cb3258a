import { dayIn, formatIn } from '#core/basics/zone'

/** Days and times as the studio's own wall shows them, wherever this browser is. */
export function useHouseTime() {
  const [studio, session] = [useStudioStore(), useSessionStore()]
  // The session is known before any page; the house rules come while one stands already.
  const zone = computed(() => studio.studio?.rules.timeZone ?? session.timeZone ?? studio.rules.timeZone)
  /** @param at ms since 1970 or an ISO instant */
  const format = (at: number | string, pattern: string) => formatIn(zone.value, typeof at === 'string' ? Date.parse(at) : at, pattern)
  const dayOf = (at: number) => dayIn(zone.value, at)
  const today = () => dayOf(serverNow())
  return { zone, format, dayOf, today }
}
