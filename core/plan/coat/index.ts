import type { Figure, FigureInput } from '../../basics/figure'
import { ruleSource } from '../../trade/house'
import type { HouseRules, RuleKey } from '../../trade/house'
import { commonPractice, reading } from '../../basics/source'
import { coatRate, NO_PACES } from './pace'
import type { CoatTool, Paces } from './pace'

export { COAT_TOOL_IDS, COAT_TOOLS, coatRate, NO_PACES, paceOf, suggestTool } from './pace'
export type { CoatRate, CoatTool, Pace, Paces, Sample } from './pace'

/**
 * Etchant to put out for a whole run: enough for a coat through which nothing can be seen, and what stays in the tool.
 * @param openArea mm² a piece @returns mL
 */
export function creamNeeded(openArea: number, pieces: number, rules: HouseRules): number {
  return ((openArea * rules.coatOverlap * rules.coatThickness) / 1000) * pieces + rules.toolLoss
}

const ruleInput = (rules: HouseRules, key: RuleKey, label: string, unit: FigureInput['unit']): FigureInput => ({
  label,
  value: Number(rules[key]),
  unit,
  source: ruleSource(rules, key),
})

/** What cream and liquid are both worked out from. */
const coatedArea = (openArea: number, pieces: number, rules: HouseRules): FigureInput[] => [
  { label: 'open area of one piece', value: openArea, unit: 'mm2', source: reading },
  { label: 'pieces', value: pieces, unit: 'count', source: reading },
  ruleInput(rules, 'coatOverlap', 'overlap onto the resist', 'number'),
]

/** Cream for a run, with its working. @param openArea mm² a piece */
export function creamFigure(openArea: number, pieces: number, rules: HouseRules): Figure {
  return {
    id: 'cream',
    label: 'Cream to put out',
    value: creamNeeded(openArea, pieces, rules),
    unit: 'ml',
    formula: 'open area × overlap × coat thickness × pieces + what stays in the brush',
    inputs: [
      ...coatedArea(openArea, pieces, rules),
      ruleInput(rules, 'coatThickness', 'coat thickness', 'mm'),
      ruleInput(rules, 'toolLoss', 'stays in the brush', 'ml'),
    ],
    source: commonPractice('about 1/4 teaspoon for a monogram'),
  }
}

/** What a run takes from the bottle once the rest went back. @param cream mL put out @param recover whether it is scraped back */
export function netCreamFigure(cream: number, pieces: number, recover: boolean, rules: HouseRules): Figure {
  const share = recover ? rules.recoveredShare : 0
  return {
    id: 'net-cream',
    label: 'Used up, a piece',
    value: (cream - Math.max(0, cream - rules.toolLoss) * share) / pieces,
    unit: 'ml',
    formula: '(put out − (put out − what stays in the brush) × share that goes back) ÷ pieces',
    inputs: [
      { label: 'cream put out', value: cream, unit: 'ml', source: reading },
      ruleInput(rules, 'toolLoss', 'stays in the brush', 'ml'),
      { label: 'goes back', value: share, unit: 'fraction', source: recover ? ruleSource(rules, 'recoveredShare') : reading },
      { label: 'pieces', value: pieces, unit: 'count', source: reading },
    ],
    source: commonPractice('most can be used again'),
  }
}

/** The same for the whole job. @param net what one piece takes */
export function usedFigure(net: Figure, pieces: number): Figure {
  return {
    id: 'used',
    label: 'Used up in all',
    value: net.value * pieces,
    unit: 'ml',
    formula: 'used up a piece × pieces',
    inputs: [
      { label: 'used up, a piece', value: net.value, unit: 'ml', source: net.source },
      { label: 'pieces', value: pieces, unit: 'count', source: reading },
    ],
    source: net.source,
  }
}

/** Liquid for a run: a film on the open metal, renewed each time it is wetted again. @param openArea mm² a piece @param dwell s */
export function liquidFigure(openArea: number, pieces: number, dwell: number, rules: HouseRules): Figure {
  const wettings = 1 + Math.floor(Math.max(0, dwell - 1) / rules.rewetEvery)
  return {
    id: 'liquid',
    label: 'Ferric chloride to put out',
    value: ((openArea * rules.coatOverlap * rules.liquidFilm) / 1000) * wettings * pieces + rules.toolLoss,
    unit: 'ml',
    formula: 'open area × overlap × film × wettings × pieces + what stays in the swab',
    inputs: [
      ...coatedArea(openArea, pieces, rules),
      ruleInput(rules, 'liquidFilm', 'film of liquid', 'mm'),
      { label: 'wettings in the dwell', value: wettings, unit: 'count', source: ruleSource(rules, 'rewetEvery') },
      ruleInput(rules, 'toolLoss', 'stays in the swab', 'ml'),
    ],
    source: commonPractice('the wet swab is dipped again and again'),
  }
}

export interface CoatHow {
  tool: CoatTool
  /** People who coat one piece together. */
  hands: number
  paces: Paces
}
const BY_BRUSH: CoatHow = { tool: 'brush', hands: 1, paces: NO_PACES }

/**
 * Time from first touch to last part covered on one piece.
 * @param openArea mm² @returns s
 */
export function coatSeconds(openArea: number, rules: HouseRules, how: Partial<CoatHow> = {}): number {
  const { tool, hands, paces } = { ...BY_BRUSH, ...how }
  return rules.coatHandling + (coatRate(rules, tool, paces).rate * openArea) / 100 / hands
}

/** The same with its working, and whose pace it is. @param openArea mm² a piece */
export function coatFigure(openArea: number, rules: HouseRules, { tool, hands, paces }: CoatHow, liquid: boolean): Figure {
  const { rate, label, source } = coatRate(rules, tool, paces)
  return {
    id: 'coat',
    label: liquid ? 'To wet one piece' : 'To coat one piece',
    value: coatSeconds(openArea, rules, { tool, hands, paces }),
    unit: 's',
    formula: `loading and turning + open area × time for one cm²${hands > 1 ? ' ÷ people' : ''}`,
    inputs: [
      ruleInput(rules, 'coatHandling', 'loading the tool and turning the piece', 's'),
      { label: 'open area of one piece', value: openArea, unit: 'mm2', source: reading },
      { label, value: rate, unit: 's/cm2', source },
      ...(hands > 1 ? [{ label: 'people who coat it together', value: hands, unit: 'count' as const, source: reading }] : []),
    ],
    source: commonPractice('a whole wine-glass bowl in about 95 s, a monogram in 10 to 15 s'),
  }
}
