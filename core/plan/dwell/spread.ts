import type { HouseRules } from '../../trade/house'
import { formatDuration } from '../../basics/units'
import type { DwellWindow } from './model'

/**
 * What to say before the work starts when the first part covered would dwell much longer than the last.
 * @param coatSeconds first touch to last part covered on one piece, s
 * @param openArea mm²
 * @returns sentences; empty when the spread is small against the window
 */
export function spreadAdvice(coatSeconds: number, window: DwellWindow, rules: HouseRules, openArea: number): string[] {
  const room = (window.notAfter - window.notBefore) * rules.spreadShare
  if (coatSeconds <= room) return []
  const work = coatSeconds - rules.coatHandling
  const sections = room > rules.coatHandling ? Math.ceil(work / (room - rules.coatHandling)) : Math.ceil(coatSeconds / Math.max(room, 1))
  const help = [
    work / 2 + rules.coatHandling <= room ? 'a second person halves it' : 'a second person shortens it',
    room > rules.coatHandling
      ? `a wider tool that covers ${Math.ceil((openArea / 100 / (room - rules.coatHandling)) * 60)} cm² a minute is enough`
      : 'a wider tool shortens it',
    `${Math.max(2, sections)} smaller sections, each with its own clock, keep it inside`,
    'a slower cream has a wider window',
  ]
  return [
    `Coating one piece takes ${formatDuration(coatSeconds)}, so its first part dwells that much longer than its last: over `
    + `${Math.round(rules.spreadShare * 100)} % of the window. What helps: ${help.join('; ')}.`,
  ]
}
