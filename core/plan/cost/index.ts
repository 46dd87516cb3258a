import type { Figure, FigureInput } from '../../basics/figure'
import { ruleSource } from '../../trade/house'
import type { HouseRules } from '../../trade/house'
import { houseRule, reading } from '../../basics/source'

export interface CostInput {
  /** What the run uses up, mL (g of abrasive). */
  etchant: number
  etchantUnit: 'ml' | 'g'
  /** Price of one mL (g) of this lot. */
  etchantPrice: number
  /** mm² of resist cut for all pieces; 0 for one that is used again. */
  resistArea: number
  /** What a m² of it costs by the roll; null: by the house rule. */
  resistPrice: number | null
  /** s of hands-on work. */
  handsOn: number
  rules: HouseRules
}

/** What a run costs the studio, part by part, in its currency. */
export interface CostParts {
  etchant: number
  resist: number
  consumables: number
  work: number
  /** Of hands-on work, s. */
  seconds: number
}

export function costParts({ etchant, etchantPrice, resistArea, resistPrice, handsOn, rules }: CostInput): CostParts {
  return {
    etchant: etchant * etchantPrice,
    resist: (resistArea / 1e6) * (resistPrice ?? rules.resistPrice),
    consumables: rules.consumables,
    work: (handsOn / 3600) * rules.hourly,
    seconds: handsOn,
  }
}

/** What the run costs the studio, with its working, in the studio's currency. */
export function costFigure(input: CostInput): Figure {
  const { etchant, etchantUnit, etchantPrice, resistArea, resistPrice, handsOn, rules } = input
  const parts = costParts(input)
  const rule = (key: 'resistPrice' | 'consumables' | 'hourly', label: string, unit: FigureInput['unit']): FigureInput => ({
    label,
    value: rules[key],
    unit,
    source: ruleSource(rules, key),
  })
  const film: FigureInput
    = resistPrice === null
      ? rule('resistPrice', 'price of the resist', 'money/m2')
      : { label: 'price of the resist', value: resistPrice, unit: 'money/m2', source: reading }
  return {
    id: 'cost',
    label: 'Cost of the run',
    value: parts.etchant + parts.resist + parts.consumables + parts.work,
    unit: 'money',
    formula: 'etchant used up × its price + resist × its price + consumables + hands-on time × hourly rate',
    inputs: [
      { label: 'etchant used up', value: etchant, unit: etchantUnit, source: houseRule('put out less what goes back') },
      { label: 'price of the etchant', value: etchantPrice, unit: etchantUnit === 'ml' ? 'money/ml' : 'money/g', source: reading },
      { label: 'resist for all pieces', value: resistArea, unit: 'mm2', source: reading },
      film,
      rule('consumables', 'gloves, wipes, brush', 'money'),
      { label: 'hands-on time', value: handsOn, unit: 's', source: houseRule('from the step list') },
      rule('hourly', 'hourly rate', 'money/h'),
    ],
    source: houseRule('prices set by the studio'),
  }
}
