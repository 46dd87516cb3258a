import type { Figure } from '../../basics/figure'
import { ruleSource } from '../../trade/house'
import type { HouseRules } from '../../trade/house'
import { FORMULAS, molarMass } from '../../trade/materials'
import { commonPractice, fromMemory, reading } from '../../basics/source'
import { formatNumber, parseNumber } from '../../basics/units'

/** A ferric chloride solution, however its label gives its strength. */
export interface FerricStrength {
  /** g/mL near 20 °C */
  density: number
  /** FeCl₃ by weight, 0 to 1 */
  fraction: number
}

/**
 * Density of FeCl₃ in water at 20 °C, g/mL, by weight fraction. Perry's and CRC tables, value from memory; checked
 * against 40 % at 1.42 g/mL.
 */
const DENSITY: readonly [fraction: number, density: number][] = [
  [0, 0.998],
  [0.1, 1.085],
  [0.2, 1.182],
  [0.3, 1.291],
  [0.4, 1.418],
  [0.5, 1.551],
]

/** Straight lines between the rows of a rising table. */
function between(table: readonly (readonly [number, number])[], x: number): number {
  const i = Math.max(
    1,
    table.findIndex(([at]) => at >= x),
  )
  const [[x0, y0], [x1, y1]] = [table[i - 1]!, table[i]!]
  return y0 + ((y1 - y0) * (x - x0)) / (x1 - x0)
}

/** Heavy liquids at 60 °F: SG = 145 / (145 − °Bé). @returns g/mL @throws RangeError from 145 °Bé on */
export function baumeToDensity(baume: number): number {
  if (!(baume >= 0 && baume < 145)) throw new RangeError('Degrees Baumé run from 0 to below 145.')
  return 145 / (145 - baume)
}

const fromDensity = (density: number): FerricStrength => ({
  density,
  fraction: between(
    DENSITY.map(([f, d]) => [d, f] as const),
    density,
  ),
})

/** The strengths that can be told from a label: weak as rinse water to as strong as it stays liquid. */
const RANGE = { least: 0.05, most: 0.5 }

/** `42 °Bé`, `42 Be`, `1.38 g/mL`, `sg 1.38`, `40 %`. @returns density and weight fraction, or a sentence */
export function parseStrength(raw: string): { ok: true, value: FerricStrength } | { ok: false, error: string } {
  const fail = (error: string) => ({ ok: false as const, error })
  const text = raw.trim().toLowerCase().replace(/\s+/g, ' ')
  if (text === '') return fail('Write the strength from the label, for example 42 °Bé, 1.38 g/mL or 40 %.')
  const match = /^(?:sg |density )?([\d.,]+) ?(°? ?b[eé](?:aum[eé])?|g\/(?:ml|cm3|cm³|cc)|%(?: ?w\/w)?|sg)?$/.exec(text)
  // A density lies near one, so that its comma can only be that of decimals: 1,418 g/mL is 1418 kg/m³ as well.
  const value = match ? parseNumber(match[1]!.replace(',', '.')) : null
  if (!match || value === null) return fail(`"${raw.trim()}" can't be read as a strength. Write it like 42 °Bé, 1.38 g/mL or 40 %.`)
  const unit = match[2] ?? (/^(sg|density)/.test(text) ? 'sg' : '')
  if (unit === '') return fail('Write the unit too: °Bé, g/mL or %.')
  const outside = fail(
    'That is no strength ferric chloride is sold or used at. Check the unit: 42 °Bé, 1.42 g/mL and 40 % are about the same.',
  )
  if (unit.startsWith('%')) {
    const fraction = value / 100
    return fraction < RANGE.least || fraction > RANGE.most
      ? outside
      : { ok: true, value: { fraction, density: between(DENSITY, fraction) } }
  }
  if (unit.includes('b') && value >= 145) return outside
  const density = unit.includes('b') ? baumeToDensity(value) : value
  if (density < DENSITY[0]![1] || density > DENSITY.at(-1)![1]) return outside
  const strength = fromDensity(density)
  return strength.fraction < RANGE.least ? outside : { ok: true, value: strength }
}

/** A strength in words: `1.41 g/mL, 40 % by weight`. */
export const ferricStrength = (s: FerricStrength): string =>
  `${formatNumber(s.density, 3)} g/mL, ${formatNumber(s.fraction * 100, 1)} % by weight`

/**
 * FeCl₃ + 3 NaHCO₃ → Fe(OH)₃ + 3 NaCl + 3 CO₂.
 * @param ferricChloride g of FeCl₃
 * @returns g of sodium bicarbonate
 */
export function bicarbonateForFerric(ferricChloride: number): number {
  return ((3 * ferricChloride) / molarMass(FORMULAS.ferricChloride)) * molarMass(FORMULAS.bicarbonate)
}

/** Gas set free by bicarbonate used up, at 20 °C and one atmosphere (ideal gas). @param bicarbonate g @returns L */
export function carbonDioxideLitres(bicarbonate: number): number {
  const KELVIN = 293.15
  const PASCAL = 101_325
  const GAS_CONSTANT = 8.314462618
  return (((bicarbonate / molarMass(FORMULAS.bicarbonate)) * GAS_CONSTANT * KELVIN) / PASCAL) * 1000
}

/** Gas that the foam gives off when all the liquid is neutralised: why the air has to move. @param volume mL */
export function gasFigure(volume: number, strength: FerricStrength): Figure {
  const bicarbonate = bicarbonateForFerric(volume * strength.density * strength.fraction)
  return {
    id: 'gas',
    label: 'Gas that the foam gives off',
    value: carbonDioxideLitres(bicarbonate),
    unit: 'L',
    formula: 'one mole of carbon dioxide for each of bicarbonate that the equation asks for, at 20 °C and one atmosphere',
    inputs: [
      {
        label: 'bicarbonate by the equation',
        value: bicarbonate,
        unit: 'g',
        source: fromMemory('FeCl₃ + 3 NaHCO₃ → Fe(OH)₃ + 3 NaCl + 3 CO₂'),
      },
      {
        label: 'bicarbonate NaHCO₃',
        value: molarMass(FORMULAS.bicarbonate),
        unit: 'g/mol',
        source: fromMemory('IUPAC 2021 atomic weights'),
      },
    ],
    source: fromMemory('ideal gas'),
  }
}

/**
 * Bicarbonate to sprinkle until the foam stops, for all the liquid that a run puts out.
 * The spent liquid carries dissolved metal: it is kept, never poured away.
 * @param volume mL
 */
export function ferricFigure(volume: number, strength: FerricStrength, rules: HouseRules): Figure {
  const chloride = volume * strength.density * strength.fraction
  return {
    id: 'bicarbonate',
    label: 'Bicarbonate to sprinkle',
    value: Math.max(rules.bicarbonateLeast, bicarbonateForFerric(chloride) * rules.bicarbonateExcess),
    unit: 'g',
    formula: 'volume × density × FeCl₃ by weight × 3 × (bicarbonate ÷ FeCl₃, molar) × excess, and no less than the least that foams',
    inputs: [
      { label: 'ferric chloride put out', value: volume, unit: 'ml', source: commonPractice('all of it, as if none went back') },
      { label: 'density', value: strength.density, unit: 'g/ml', source: reading },
      { label: 'FeCl₃ by weight', value: strength.fraction, unit: 'fraction', source: fromMemory('density table of FeCl₃ solutions') },
      {
        label: 'bicarbonate NaHCO₃',
        value: molarMass(FORMULAS.bicarbonate),
        unit: 'g/mol',
        source: fromMemory('IUPAC 2021 atomic weights'),
      },
      {
        label: 'ferric chloride FeCl₃',
        value: molarMass(FORMULAS.ferricChloride),
        unit: 'g/mol',
        source: fromMemory('IUPAC 2021 atomic weights'),
      },
      { label: 'excess', value: rules.bicarbonateExcess, unit: 'number', source: ruleSource(rules, 'bicarbonateExcess') },
      { label: 'the least that foams', value: rules.bicarbonateLeast, unit: 'g', source: ruleSource(rules, 'bicarbonateLeast') },
    ],
    source: commonPractice('baking soda sprinkled on until it stops foaming'),
  }
}
