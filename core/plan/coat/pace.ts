import { median, medianInterval } from '../../basics/median'
import { ruleSource } from '../../trade/house'
import type { HouseRules } from '../../trade/house'
import { houseRule } from '../../basics/source'
import type { Source } from '../../basics/source'

/** What a coat is put on with, and how fast that goes. */
export const COAT_TOOLS = [
  { id: 'brush', text: 'Brush or stick', why: 'About half a second a cm².' },
  { id: 'wide', text: 'Poured, or a wide tool', why: 'For large flat areas: three times as fast.' },
] as const
export type CoatTool = (typeof COAT_TOOLS)[number]['id']
export const COAT_TOOL_IDS: readonly CoatTool[] = COAT_TOOLS.map(t => t.id)

/** From this area on a flat piece is poured, or coated with a wide tool, mm². */
const WIDE_FROM = 20_000

/** What a person would take. @param openArea mm² of one piece */
export const suggestTool = (openArea: number, flat: boolean): CoatTool => (flat && openArea >= WIDE_FROM ? 'wide' : 'brush')

/** How long one cm² takes these people, from what they logged. */
export interface Pace {
  /** s a cm² */
  rate: number
  /** Pieces that it was worked out from. */
  pieces: number
}

/** Own paces by tool; null where fewer than five coats are logged. */
export type Paces = Record<CoatTool, Pace | null>
export const NO_PACES: Paces = { brush: null, wide: null }

/** One piece as it was logged. */
export interface Sample {
  /** s, first touch to last part covered, or of gun time */
  seconds: number
  /** mm² */
  area: number
}

const FEWEST = 5
/** A button pressed twice is no coat: nobody is faster than this, s a cm². */
const FASTEST = 0.02

/**
 * The median pace of what was logged; null under five pieces. The median, because a phone call in the middle of a coat is not
 * how long a coat takes.
 * @param handling s of each piece that do not go with its area
 */
export function paceOf(samples: readonly Sample[], handling: number): Pace | null {
  const rates = samples.flatMap(({ seconds, area }) => {
    const rate = (seconds - handling) / (area / 100)
    return area > 0 && rate >= FASTEST ? [rate] : []
  })
  return rates.length < FEWEST ? null : { rate: median(rates), pieces: rates.length }
}

/** How much of a reusable cream this studio puts back. */
export interface OwnShare {
  share: number
  /** Where the median may lie. */
  interval: [low: number, high: number]
  runs: number
}

/**
 * The median share that went back into its bottle, of what did not stay in the brush; null where there are too few runs for an interval.
 * @param measured mL put out and back, run by run @param toolLoss mL that stay in the brush
 */
export function recoveredOf(measured: readonly { putOut: number, back: number }[], toolLoss: number): OwnShare | null {
  const shares = measured.flatMap(({ putOut, back }) => (putOut > toolLoss ? [Math.min(1, Math.max(0, back / (putOut - toolLoss)))] : []))
  const interval = medianInterval(shares)
  return interval && { share: median(shares), interval, runs: shares.length }
}

/** Time for one cm², whose it is, and in words which it is. */
export interface CoatRate {
  /** s a cm² */
  rate: number
  own: boolean
  label: string
  source: Source
}

export function coatRate(rules: HouseRules, tool: CoatTool, paces: Paces): CoatRate {
  const own = paces[tool]
  const by = tool === 'brush' ? 'brush or stick' : 'poured or wide tool'
  if (own)
    return {
      rate: own.rate,
      own: true,
      label: `to cover one cm², your own with ${by}`,
      source: houseRule(`median of ${own.pieces} coats in the log`),
    }
  const key = tool === 'brush' ? 'coatSecondsPerCm2' : 'coatSecondsWide'
  return { rate: rules[key], own: false, label: `to cover one cm² with ${by}, by house rule`, source: ruleSource(rules, key) }
}
