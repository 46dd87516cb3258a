import type { HouseRules } from '../../trade/house'
import { formatDuration } from '../../basics/units'
import type { DwellWindow } from './model'

/** What pouring or a wide tool covers at most, cm² a minute; common practice: about 0.15 s a cm². */
const WIDE_TOOL = 400
/** Pouring, or a wide tool, over a brush. */
const WIDE_IS_FASTER = 3
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
  const fits = (faster: number) => work / faster + rules.coatHandling <= room
  const aMinute = (openArea / 100 / work) * 60
  const sections = room > rules.coatHandling ? Math.max(2, Math.ceil(work / (room - rules.coatHandling))) : Infinity
  // One thing is advised, the first that is enough: they stand by how much trouble they are.
  const ways: [enough: boolean, advice: string][] = [
    [aMinute < WIDE_TOOL && fits(WIDE_IS_FASTER), 'A wider tool is enough.'],
    [fits(2), 'A second person is enough.'],
    [sections <= MOST_SECTIONS, `Coat it in ${sections} sections, each with its own clock.`],
  ]
  const help = ways.find(([enough]) => enough)?.[1] ?? 'Make the art smaller, or blast it.'
  return [
    `Coating one piece takes ${formatDuration(coatSeconds)}, so its first part dwells that much longer than its last: over `
    + `${Math.round(rules.spreadShare * 100)} % of the time in which nothing comes to harm. ${help}`,
  ]
}
