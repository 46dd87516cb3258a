import { describe, expect, it } from 'vitest'
import { DEFAULT_HOUSE_RULES } from '../../trade/house'
import { molarMass } from '../../trade/materials'
import { baumeToDensity, bicarbonateForFerric, carbonDioxideLitres, ferricFigure, gasFigure, parseStrength } from './index'

const strength = (text: string) => {
  const parsed = parseStrength(text)
  if (!parsed.ok) throw new Error(parsed.error)
  return parsed.value
}

describe('ferric chloride and bicarbonate (values from memory)', () => {
  it('FeCl3 + 3 NaHCO3 -> Fe(OH)3 + 3 NaCl + 3 CO2 balances in mass', () => {
    expect(molarMass('FeCl3') + 3 * molarMass('NaHCO3')).toBeCloseTo(molarMass('Fe(OH)3') + 3 * molarMass('NaCl') + 3 * molarMass('CO2'), 6)
  })
  it('worked: 100 mL of 40 % at 1.42 g/mL is 56.8 g, needs 88.26 g of bicarbonate and gives 25.3 L of gas', () => {
    const chloride = 100 * 1.42 * 0.4
    expect(chloride).toBeCloseTo(56.8, 9)
    expect(bicarbonateForFerric(chloride)).toBeCloseTo(88.26, 2)
    expect(carbonDioxideLitres(bicarbonateForFerric(chloride))).toBeCloseTo(25.3, 1)
    expect(gasFigure(100, { density: 1.42, fraction: 0.4 }).value).toBeCloseTo(25.3, 1)
    expect(ferricFigure(100, { density: 1.42, fraction: 0.4 }, { ...DEFAULT_HOUSE_RULES, bicarbonateExcess: 1.5 }).value).toBeCloseTo(
      1.5 * 88.26,
      1,
    )
  })
  it.each([
    [42, 1.4078],
    [40, 1.381],
    [47, 1.4796],
    [0, 1],
  ])('%d °Bé is %d', (baume, density) => {
    expect(baumeToDensity(baume)).toBeCloseTo(density, 4)
  })
})

describe('strength as a label gives it', () => {
  it('°Bé, density and per cent come to the same', () => {
    expect(strength('42 °Bé').density).toBeCloseTo(1.4078, 4)
    expect(strength('42be').fraction).toBeCloseTo(strength('1.4078 g/mL').fraction, 4)
    expect(strength('40 %').density).toBeCloseTo(1.42, 2)
    expect(strength('sg 1,418').fraction).toBeCloseTo(0.4, 3)
    expect(strength('40 % w/w')).toEqual(strength('40%'))
  })
  it.each([
    ['', /Write the strength/],
    ['42', /unit too/],
    ['strong', /can't be read/],
    ['95 %', /no strength/],
    ['145 °Bé', /no strength/],
    ['0.9 g/mL', /no strength/],
    ['3 %', /no strength/],
    ['1.9 g/ml', /no strength/],
  ])('"%s" is asked back', (text, what) => {
    expect(parseStrength(text)).toMatchObject({ ok: false, error: expect.stringMatching(what) })
  })
})
