import type { Figure } from '../figure'
import { FORMULAS, molarMass } from '../materials'
import { commonPractice, fromMemory, houseRule } from '../source'
import type { Sourced } from '../source'

/** Taken as the strongest cream a studio is likely to hold; its safety data sheet says the real figure. */
export const CREAM_BIFLUORIDE_FRACTION: Sourced = { value: 0.25, source: houseRule('taken on the high side; the safety data sheet gives the bottle\'s own') }

export const CREAM_DENSITY: Sourced = { value: 1.3, unit: 'g/ml', source: fromMemory('filled acid fluoride pastes, 1.2 to 1.4 g/mL') }

/** Bicarbonate put in over what the equation asks for. */
export const BICARBONATE_EXCESS: Sourced = { value: 2, source: houseRule('twice the equation, then on until the fizz stops') }

/** Less than this cannot be seen to fizz in a tub of water. */
export const BICARBONATE_LEAST: Sourced = { value: 15, unit: 'g', source: houseRule('about a tablespoon') }

/**
 * Bicarbonate that the equation asks for: NH₄HF₂ + NaHCO₃ → NaF + NH₄F + H₂O + CO₂, one to one.
 * @param bifluoride g of ammonium bifluoride
 * @returns g of sodium bicarbonate
 */
export function bicarbonateForBifluoride(bifluoride: number): number {
  return bifluoride * molarMass(FORMULAS.bicarbonate) / molarMass(FORMULAS.ammoniumBifluoride)
}

/**
 * Bicarbonate to have ready for the rinse tub, as if all the cream ended there.
 * Neutral is not harmless: fluoride stays dissolved, so the tub goes to waste as local rules say.
 * @param cream mL
 */
export function bicarbonateFigure(cream: number): Figure {
  const bifluoride = cream * CREAM_DENSITY.value * CREAM_BIFLUORIDE_FRACTION.value
  return {
    id: 'bicarbonate',
    label: 'Bicarbonate for the rinse tub',
    value: Math.max(BICARBONATE_LEAST.value, bicarbonateForBifluoride(bifluoride) * BICARBONATE_EXCESS.value),
    unit: 'g',
    formula: 'cream × density × bifluoride share × (bicarbonate ÷ bifluoride, molar) × excess, and no less than the least that fizzes',
    inputs: [
      { label: 'cream', value: cream, unit: 'ml', source: commonPractice('all of it, as if it ended in the tub') },
      { label: 'density of the cream', value: CREAM_DENSITY.value, unit: 'g/ml', source: CREAM_DENSITY.source },
      { label: 'bifluoride by weight', value: CREAM_BIFLUORIDE_FRACTION.value, unit: 'fraction', source: CREAM_BIFLUORIDE_FRACTION.source },
      { label: 'bicarbonate NaHCO₃', value: molarMass(FORMULAS.bicarbonate), unit: 'g/mol', source: fromMemory('IUPAC 2021 atomic weights') },
      { label: 'bifluoride NH₄HF₂', value: molarMass(FORMULAS.ammoniumBifluoride), unit: 'g/mol', source: fromMemory('IUPAC 2021 atomic weights') },
      { label: 'excess', value: BICARBONATE_EXCESS.value, unit: 'number', source: BICARBONATE_EXCESS.source },
      { label: 'the least that fizzes', value: BICARBONATE_LEAST.value, unit: 'g', source: BICARBONATE_LEAST.source },
    ],
    source: commonPractice('bicarbonate into the tub until it stops fizzing'),
  }
}
