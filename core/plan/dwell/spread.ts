import type { HouseRules } from '../../trade/house'
import type { DwellWindow } from './model'
import type { DwellRemark, SpreadHelp } from './remarks'

/** What pouring or a wide tool covers at most, cm² a minute; common practice: about 0.15 s a cm². */
const WIDE_TOOL = 400
/** Pouring, or a wide tool, over a brush. */
const WIDE_IS_FASTER = 3
/** Nobody parts one piece of art into more. */
const MOST_SECTIONS = 4

/**
 * What to say before the work starts when the first part covered would dwell much longer than the last.
 * @param coat first touch to last part covered on one piece, s
 * @param openArea mm²
 * @returns empty when the spread is small against the window
 */
export function spreadAdvice(coat: number, window: DwellWindow, rules: HouseRules, openArea: number): DwellRemark[] {
  // Late is not harm: what the first part dwells longer is measured against the time that does none.
  const share = rules.spreadShare
  const room = ((window.noHarm ?? window.notAfter) - window.notBefore) * share
  if (coat <= room) return []
  const work = coat - rules.coatHandling
  const fits = (faster: number) => work / faster + rules.coatHandling <= room
  const aMinute = (openArea / 100 / work) * 60
  const count = room > rules.coatHandling ? Math.max(2, Math.ceil(work / (room - rules.coatHandling))) : Infinity
  // One thing is advised, the first that is enough: they stand by how much trouble they are.
  const ways: [enough: boolean, help: SpreadHelp][] = [
    [aMinute < WIDE_TOOL && fits(WIDE_IS_FASTER), { code: 'wider-tool' }],
    [fits(2), { code: 'second-person' }],
    [count <= MOST_SECTIONS, { code: 'sections', count }],
  ]
  const help = ways.find(([enough]) => enough)?.[1] ?? { code: 'smaller-art' }
  return [{ code: 'coat-spread', coat, share, help }]
}
