import { describe, expect, it } from 'vitest'
import roots from 'durand-kerner'
import { MF } from 'mf-parser'
import { CONSTANTS, NOTHING, settle } from '../../core/plan/tub/equilibrium'
import { molarMass } from '../../core/trade/materials'

/** The one positive root of a polynomial, its coefficients from the constant up: the acidity that balances the charges. */
function acidity(coefficients: readonly number[]): number {
  // Scaled to units of 10⁻⁶, so that no coefficient is lost beside another.
  const UNIT = 1e-6
  const scaled = coefficients.map((c, power) => c * UNIT ** power)
  const most = Math.max(...scaled.map(Math.abs))
  const [re, im] = roots(scaled.map(c => c / most), undefined, 2000, 1e-14) as [number[], number[]]
  const positive = re.filter((r, i) => r > 0 && Math.abs(im[i]!) < 1e-3 * r)
  return Math.max(...positive) * UNIT
}

describe('the tub against a general solver of polynomials (durand-kerner)', () => {
  const { water: kw, carbonic1: k1, carbonic2: k2, hf, ammonium: kn } = CONSTANTS
  it.each([
    [0.004, 0.003], [0.01, 0.01], [0.02, 0.008], [0.005, 0.0055],
  ])('carbonate %d mol/L with %d of sodium', (carbonate, sodium) => {
    // (h + Na − Kw/h)(h² + K₁h + K₁K₂) = C(K₁h + 2K₁K₂), times h
    const expected = acidity([
      -kw * k1 * k2,
      sodium * k1 * k2 - kw * k1 - 2 * carbonate * k1 * k2,
      k1 * k2 + sodium * k1 - kw - carbonate * k1,
      sodium + k1,
      1,
    ])
    expect(settle({ ...NOTHING, carbonate, sodium }).pH).toBeCloseTo(-Math.log10(expected), 3)
  })
  it.each([
    [0.001, 0], [0.001, 0.0004], [0.0005, 0.0005],
  ])('dilute hydrofluoric acid, %d mol/L, with %d of sodium', (fluoride, sodium) => {
    // So dilute that pairs of HF and F⁻ do not count: h³ + (Na + K)h² + (NaK − FK − Kw)h − KwK
    const expected = acidity([-kw * hf, sodium * hf - fluoride * hf - kw, sodium + hf, 1])
    expect(settle({ ...NOTHING, fluoride, sodium }).pH).toBeCloseTo(-Math.log10(expected), 2)
  })
  it('ammonium chloride with half its ammonia free', () => {
    const [ammonium, chloride] = [0.01, 0.005]
    // h + N·h/(h + K) = Kw/h + Cl
    const expected = acidity([-kw * kn, -kw - chloride * kn, kn + ammonium - chloride, 1])
    expect(settle({ ...NOTHING, ammonium, chloride }).pH).toBeCloseTo(-Math.log10(expected), 3)
  })
})

describe('molar masses against a general chemistry package (mf-parser)', () => {
  it.each(['NaHCO3', 'Na2CO3', 'Ca(OH)2', 'CaCl2', 'CaF2', 'CaCO3', 'NH4HF2', 'FeCl3', 'Fe(OH)3', 'CO2'])('%s', (formula) => {
    expect(molarMass(formula)).toBeCloseTo(new MF(formula).getInfo().mass!, 1)
  })
})
