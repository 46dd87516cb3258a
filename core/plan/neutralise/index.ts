import type { Figure } from '../../basics/figure'
import { ruleSource } from '../../trade/house'
import type { HouseRules } from '../../trade/house'
import { FORMULAS, molarMass } from '../../trade/materials'
import { commonPractice, fromMemory, reading } from '../../basics/source'
import type { Sourced } from '../../basics/source'

export { baumeToDensity, carbonDioxideLitres, bicarbonateForFerric, ferricFigure, ferricStrength, gasFigure, parseStrength } from './ferric'
export type { FerricStrength } from './ferric'

export const CREAM_DENSITY: Sourced = { value: 1.3, unit: 'g/ml', source: fromMemory('filled acid fluoride pastes, 1.2 to 1.4 g/mL') }

/**
 * Bicarbonate that the equation asks for: NH₄HF₂ + NaHCO₃ → NaF + NH₄F + H₂O + CO₂, one to one.
 * @param bifluoride g of ammonium bifluoride
 * @returns g of sodium bicarbonate
 */
export function bicarbonateForBifluoride(bifluoride: number): number {
  return (bifluoride * molarMass(FORMULAS.bicarbonate)) / molarMass(FORMULAS.ammoniumBifluoride)
}

/**
 * Bicarbonate to have ready for the rinse tub, as if all the cream ended there.
 * Neutral is not harmless: fluoride stays dissolved, so the tub goes to waste as local rules say.
 * @param cream mL @param acidShare as ammonium bifluoride by weight, from the lot's safety data sheet; null: the house rule
 */
export function bicarbonateFigure(cream: number, rules: HouseRules, acidShare: number | null = null): Figure {
  const share = acidShare ?? rules.creamBifluoride
  const bifluoride = cream * CREAM_DENSITY.value * share
  return {
    id: 'bicarbonate',
    label: 'Bicarbonate for the rinse tub',
    value: Math.max(rules.bicarbonateLeast, bicarbonateForBifluoride(bifluoride) * rules.bicarbonateExcess),
    unit: 'g',
    formula: 'cream × density × bifluoride share × (bicarbonate ÷ bifluoride, molar) × excess, and no less than the least that fizzes',
    inputs: [
      { label: 'cream', value: cream, unit: 'ml', source: commonPractice('all of it, as if it ended in the tub') },
      { label: 'density of the cream', value: CREAM_DENSITY.value, unit: 'g/ml', source: CREAM_DENSITY.source },
      {
        label: 'acid, as bifluoride by weight',
        value: share,
        unit: 'fraction',
        source: acidShare === null ? ruleSource(rules, 'creamBifluoride') : reading,
      },
      {
        label: 'bicarbonate NaHCO₃',
        value: molarMass(FORMULAS.bicarbonate),
        unit: 'g/mol',
        source: fromMemory('IUPAC 2021 atomic weights'),
      },
      {
        label: 'bifluoride NH₄HF₂',
        value: molarMass(FORMULAS.ammoniumBifluoride),
        unit: 'g/mol',
        source: fromMemory('IUPAC 2021 atomic weights'),
      },
      { label: 'excess', value: rules.bicarbonateExcess, unit: 'number', source: ruleSource(rules, 'bicarbonateExcess') },
      { label: 'the least that fizzes', value: rules.bicarbonateLeast, unit: 'g', source: ruleSource(rules, 'bicarbonateLeast') },
    ],
    source: commonPractice('bicarbonate into the tub until it stops fizzing'),
  }
}
