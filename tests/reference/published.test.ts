import { describe, expect, it } from 'vitest'
import { coatSeconds, creamNeeded } from '#core/plan/coat'
import { DEFAULT_HOUSE_RULES } from '#core/trade/house'
import { molarMass } from '#core/trade/materials'
import { bicarbonateFigure, bicarbonateForBifluoride } from '#core/plan/neutralise'
import { cutSize, openArea } from '#core/art/resist-size'
import { ML_PER_TEASPOON, MM_PER_INCH } from '#core/basics/units'
import { apparentWidth, diameterFromGirth, lateralArea, wrapAngle } from '#core/piece/vessel'

describe('molar masses from IUPAC 2021 atomic weights (value from memory)', () => {
  it.each([
    ['NaHCO3', 84.006],
    ['Na2CO3', 105.988],
    ['HF', 20.006],
    ['NH4HF2', 57.043],
    ['FeCl3', 162.195],
    ['CO2', 44.009],
    ['Ca(OH)2', 74.092],
    ['CaCl2', 110.978],
    ['CaF2', 78.074],
    ['Fe(OH)3', 106.866],
  ])('%s is %d g/mol', (formula, mass) => {
    expect(molarMass(formula)).toBeCloseTo(mass, 3)
  })
  it.each(['', 'Xx2', 'Ca(OH', 'CaOH)2', 'na', 'H2O!'])('"%s" is refused', formula => expect(() => molarMass(formula)).toThrow(RangeError))
})

describe('bicarbonate', () => {
  it('NH4HF2 + NaHCO3 -> NaF + NH4F + H2O + CO2 balances in mass', () => {
    expect(molarMass('NH4HF2') + molarMass('NaHCO3')).toBeCloseTo(
      molarMass('NaF') + molarMass('NH4F') + molarMass('H2O') + molarMass('CO2'),
      6,
    )
  })
  it('one to one: 57.043 g of bifluoride takes 84.006 g', () => {
    expect(bicarbonateForBifluoride(57.043)).toBeCloseTo(84.006, 6)
  })
  it('a tub gets at least a tablespoon, and more once the equation asks for it', () => {
    expect(bicarbonateFigure(3, DEFAULT_HOUSE_RULES).value).toBe(15)
    // 100 mL at 1.3 g/mL and 25 % is 32.5 g of bifluoride; times 84.006 / 57.043, twice over.
    expect(bicarbonateFigure(100, DEFAULT_HOUSE_RULES).value).toBeCloseTo((2 * 32.5 * 84.006) / 57.043, 6)
  })
})

describe('circle geometry', () => {
  it('9 1/2 in round is 76.8 mm across (common practice)', () => {
    expect(diameterFromGirth(9.5 * MM_PER_INCH)).toBeCloseTo(76.8, 1)
  })
  it('a unit circle: girth 2 pi, area of the wall girth times height', () => {
    expect(diameterFromGirth(2 * Math.PI)).toBeCloseTo(2, 12)
    expect(lateralArea(2 * Math.PI, 3)).toBeCloseTo(6 * Math.PI, 12)
  })
  it('a sixth of the way round is 60 degrees and looks as wide as the radius', () => {
    const girth = 2 * Math.PI * 40
    expect(wrapAngle(girth / 6, girth)).toBeCloseTo(60, 12)
    expect(apparentWidth(girth / 6, girth)).toBeCloseTo(40, 9)
    expect(apparentWidth(girth * 0.7, girth)).toBeCloseTo(80, 9)
  })
})

describe('the trade\'s amounts (common practice)', () => {
  const spoons = (mm2: number, pieces: number) => creamNeeded(mm2, pieces, DEFAULT_HOUSE_RULES) / ML_PER_TEASPOON
  it('a monogram, 1 1/2 in square and 40 % open, takes about 1/4 teaspoon', () => {
    const monogram = openArea({ width: 1.5 * MM_PER_INCH, height: 1.5 * MM_PER_INCH, openFraction: 0.4 })
    expect(spoons(monogram, 1)).toBeGreaterThan(0.18)
    expect(spoons(monogram, 1)).toBeLessThan(0.32)
  })
  it('four tumblers with such a design take about 1/2 teaspoon in all', () => {
    const design = openArea({ width: 1.5 * MM_PER_INCH, height: 1.5 * MM_PER_INCH, openFraction: 0.4 })
    expect(spoons(design, 4)).toBeGreaterThan(0.4)
    expect(spoons(design, 4)).toBeLessThan(0.6)
  })
  it('a 3 1/2 in design sits on a 4 1/2 in square', () => {
    expect(cutSize({ width: 3.5 * MM_PER_INCH, height: 3.5 * MM_PER_INCH }, { border: MM_PER_INCH / 2, spare: 0 }).width).toBeCloseTo(
      4.5 * MM_PER_INCH,
      9,
    )
  })
  it('material for a 6 1/4 in need is cut at 6 1/2 in', () => {
    expect(cutSize({ width: 5.25 * MM_PER_INCH, height: 100 }, { border: MM_PER_INCH / 2, spare: MM_PER_INCH / 4 }).width).toBeCloseTo(
      6.5 * MM_PER_INCH,
      9,
    )
  })
  it('a palm-sized design, about 80 cm², is covered in under a minute', () => {
    const seconds = coatSeconds(8000, DEFAULT_HOUSE_RULES)
    expect(seconds).toBeGreaterThan(30)
    expect(seconds).toBeLessThan(60)
  })
})
