import type { Figure, FigureInput } from '../../basics/figure'
import { ruleSource } from '../../trade/house'
import type { HouseRules, RuleKey } from '../../trade/house'
import { commonPractice, houseRule, reading } from '../../basics/source'
import { coatRate, NO_PACES } from './pace'
import type { CoatTool, OwnShare, Paces } from './pace'

export { COAT_TOOL_IDS, COAT_TOOLS, coatRate, NO_PACES, paceOf, recoveredOf, suggestTool } from './pace'
export type { CoatRate, CoatTool, OwnShare, Pace, Paces, Sample } from './pace'

/** Art up to this size is coated opening by opening; from the larger size on the coat goes over the film between them too, mm². */
const ALONE = 5000
const ALL_OVER = 15_000

/**
 * Area that a coat covers on one piece: the openings and a little past their edges, and with large art the film between and around
 * them as well, because nobody dabs there.
 * @param openArea mm² @param box mm² of the art's box; null where it is not known: openings only @returns mm²
 */
export function coatedArea(openArea: number, box: number | null, rules: Pick<HouseRules, 'coatOverlap'>): number {
  const openings = openArea * rules.coatOverlap
  if (box === null) return openings
  const share = Math.min(1, Math.max(0, (box - ALONE) / (ALL_OVER - ALONE)))
  return openings + share * Math.max(0, box - openings)
}

/**
 * Etchant to put out for a whole run: enough for a coat through which nothing can be seen, and what stays in the tool.
 * @param openArea mm² a piece @param box mm² of the art's box, or null @returns mL
 */
export function creamNeeded(openArea: number, pieces: number, rules: HouseRules, box: number | null = null): number {
  return creamFor(coatedArea(openArea, box, rules), pieces, rules)
}

/** The same for an area that is coated on each piece, mm². @returns mL */
export const creamFor = (coated: number, pieces: number, rules: HouseRules): number =>
  ((coated * rules.coatThickness) / 1000) * pieces + rules.toolLoss

const ruleInput = (rules: HouseRules, key: RuleKey, label: string, unit: FigureInput['unit']): FigureInput => ({
  label,
  value: Number(rules[key]),
  unit,
  source: ruleSource(rules, key),
})

/** What liquid is worked out from. */
const wettedArea = (openArea: number, pieces: number, rules: HouseRules): FigureInput[] => [
  { label: 'open area of one piece', value: openArea, unit: 'mm2', source: reading },
  { label: 'pieces', value: pieces, unit: 'count', source: reading },
  ruleInput(rules, 'coatOverlap', 'overlap onto the resist', 'number'),
]

/** Cream for a run, with its working. @param openArea mm² a piece @param coated mm² that the coat covers on it */
export function creamFigure(
  openArea: number,
  pieces: number,
  rules: HouseRules,
  coated: number = coatedArea(openArea, null, rules),
): Figure {
  return {
    id: 'cream',
    label: 'Cream to put out',
    value: creamFor(coated, pieces, rules),
    unit: 'ml',
    formula: 'coated area × coat thickness × pieces + what stays in the brush',
    inputs: [
      { label: 'open area of one piece', value: openArea, unit: 'mm2', source: reading },
      ruleInput(rules, 'coatOverlap', 'overlap onto the resist', 'number'),
      {
        label: 'coated on one piece: openings, and with large art the film between them',
        value: coated,
        unit: 'mm2',
        source: commonPractice('small art is dabbed, large art is coated all over'),
      },
      { label: 'pieces', value: pieces, unit: 'count', source: reading },
      ruleInput(rules, 'coatThickness', 'coat thickness', 'mm'),
      ruleInput(rules, 'toolLoss', 'stays in the brush', 'ml'),
    ],
    source: commonPractice('about 1/4 teaspoon for a monogram'),
  }
}

/** The share that goes back: this studio's own once enough runs were measured. */
function backInput(rules: HouseRules, own: OwnShare | null): FigureInput {
  if (!own) return ruleInput(rules, 'recoveredShare', 'share that goes back', 'fraction')
  const source = houseRule(`median of ${own.runs} runs in the ledger`)
  return { label: 'share that goes back, your own', value: own.share, unit: 'fraction', source }
}

/** What goes back into the bottle of all that was put out. @param cream mL put out @param own how much of it this studio puts back */
export function recoveredFigure(cream: number, rules: HouseRules, own: OwnShare | null = null): Figure {
  const back = backInput(rules, own)
  return {
    id: 'recovered',
    label: 'Goes back into the bottle',
    value: Math.max(0, cream - rules.toolLoss) * back.value,
    unit: 'ml',
    formula: '(put out − what stays in the brush) × share that goes back',
    inputs: [
      { label: 'cream put out', value: cream, unit: 'ml', source: reading },
      ruleInput(rules, 'toolLoss', 'stays in the brush', 'ml'),
      back,
    ],
    source: commonPractice('most can be used again'),
  }
}

/**
 * What a run takes from the bottle once the rest went back. @param cream mL put out @param recover whether it is scraped back
 * @param own how much of it this studio puts back, where that is known
 */
export function netCreamFigure(cream: number, pieces: number, recover: boolean, rules: HouseRules, own: OwnShare | null = null): Figure {
  const back = recover ? backInput(rules, own) : { label: 'goes back', value: 0, unit: 'fraction' as const, source: reading }
  return {
    id: 'net-cream',
    label: 'Used up, a piece',
    value: (cream - Math.max(0, cream - rules.toolLoss) * back.value) / pieces,
    unit: 'ml',
    formula: '(put out − (put out − what stays in the brush) × share that goes back) ÷ pieces',
    inputs: [
      { label: 'cream put out', value: cream, unit: 'ml', source: reading },
      ruleInput(rules, 'toolLoss', 'stays in the brush', 'ml'),
      back,
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
      ...wettedArea(openArea, pieces, rules),
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
 * @param area mm² that the tool goes over @returns s
 */
export function coatSeconds(area: number, rules: HouseRules, how: Partial<CoatHow> = {}): number {
  const { tool, hands, paces } = { ...BY_BRUSH, ...how }
  return rules.coatHandling + (coatRate(rules, tool, paces).rate * area) / 100 / hands
}

/** The same with its working, and whose pace it is. @param area mm² that the tool goes over on one piece */
export function coatFigure(area: number, rules: HouseRules, { tool, hands, paces }: CoatHow, liquid: boolean): Figure {
  const { rate, label, source } = coatRate(rules, tool, paces)
  return {
    id: 'coat',
    label: liquid ? 'To wet one piece' : 'To coat one piece',
    value: coatSeconds(area, rules, { tool, hands, paces }),
    unit: 's',
    formula: `loading and turning + area × time for one cm²${hands > 1 ? ' ÷ people' : ''}`,
    inputs: [
      ruleInput(rules, 'coatHandling', 'loading the tool and turning the piece', 's'),
      { label: 'area that the tool goes over', value: area, unit: 'mm2', source: reading },
      { label, value: rate, unit: 's/cm2', source },
      ...(hands > 1 ? [{ label: 'people who coat it together', value: hands, unit: 'count' as const, source: reading }] : []),
    ],
    source: commonPractice('a whole wine-glass bowl in about 95 s, a monogram in 10 to 15 s'),
  }
}
