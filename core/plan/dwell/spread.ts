import type { HouseRules } from '../../trade/house'
import { formatDuration } from '../../basics/units'
import type { DwellWindow } from './model'

/** What pouring or a wide tool covers at most, cm² a minute; common practice: about 0.15 s a cm². */
const WIDE_TOOL = 400
/** Nobody parts one piece of art into more. */
const MOST_SECTIONS = 4

/**
 * What to say before the work starts when the first part covered would dwell much longer than the last.
 * @param coatSeconds first touch to last part covered on one piece, s
 * @param openArea mm²
 * @returns sentences; empty when the spread is small against the window
 */
export function spreadAdvice(coatSeconds: number, window: DwellWindow, rules: HouseRules, openArea: number): string[] {
  // Late is not harm: what the first part dwells longer is measured against the time that does none.
  const room = ((window.noHarm ?? window.notAfter) - window.notBefore) * rules.spreadShare
  if (coatSeconds <= room) return []
  const work = coatSeconds - rules.coatHandling
  const strokes = room - rules.coatHandling
  const sections = strokes > 0 ? Math.max(2, Math.ceil(work / strokes)) : Infinity
  const aMinute = strokes > 0 ? Math.ceil((openArea / 100 / strokes) * 60) : Infinity
  const help = [
    work / 2 + rules.coatHandling <= room ? 'a second person halves it' : 'a second person shortens it',
    ...(aMinute <= WIDE_TOOL ? [`a wider tool that covers ${aMinute} cm² a minute is enough`] : []),
    ...(sections <= MOST_SECTIONS ? [`${sections} smaller sections, each with its own clock, keep it inside`] : []),
    'a slower cream has a wider window',
  ]
  return [
    `Coating one piece takes ${formatDuration(coatSeconds)}, so its first part dwells that much longer than its last: over `
    + `${Math.round(rules.spreadShare * 100)} % of the time in which nothing comes to harm. What helps: ${help.join('; ')}.`,
  ]
}
