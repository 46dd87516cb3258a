import type { Figure } from '../figure'
import { houseRule, reading } from '../source'

export interface CostInput {
  /** mL of cream put out; what goes back in the bottle makes it cheaper. */
  cream: number
  /** Price of one mL of this bottle. */
  creamPrice: number
  /** mm² of resist cut for all pieces. */
  resistArea: number
  /** Price of one m² of resist. */
  resistPrice: number
  /** Gloves, wipes, brush, bicarbonate for one run. */
  consumables: number
  /** s of hands-on work. */
  handsOn: number
  /** Price of one hour of work. */
  hourly: number
}

/** What the run costs the studio, with its working, in the studio's currency. */
export function costFigure(c: CostInput): Figure {
  return {
    id: 'cost',
    label: 'Cost of the run',
    value: c.cream * c.creamPrice + c.resistArea / 1e6 * c.resistPrice + c.consumables + c.handsOn / 3600 * c.hourly,
    unit: 'money',
    formula: 'cream × its price + resist × its price + consumables + hands-on time × hourly rate',
    inputs: [
      { label: 'cream put out', value: c.cream, unit: 'ml', source: houseRule('as if none went back') },
      { label: 'price of the cream', value: c.creamPrice, unit: 'money/ml', source: reading },
      { label: 'resist for all pieces', value: c.resistArea, unit: 'mm2', source: reading },
      { label: 'price of the resist', value: c.resistPrice, unit: 'money/m2', source: houseRule() },
      { label: 'gloves, wipes, brush', value: c.consumables, unit: 'money', source: houseRule() },
      { label: 'hands-on time', value: c.handsOn, unit: 's', source: houseRule('from the step list') },
      { label: 'hourly rate', value: c.hourly, unit: 'money/h', source: houseRule() },
    ],
    source: houseRule('prices set by the studio'),
  }
}
