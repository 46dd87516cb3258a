import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { molarMass } from '../../trade/materials'
import {
  calciumFor, EMPTY_TUB, fluorideLeft, fromReading, gasOf, mudOf, NEUTRAL, NEUTRALISER_IDS, portions, readStrip, settleTub, spoons,
  stillNeeded, stripColour, stripWord, titrationCurve, withMore,
} from './index'
import type { TubContent } from './index'
import { NOTHING, settle } from './equilibrium'
import type { Mixture } from './equilibrium'

const pH = (m: Partial<Mixture>) => settle({ ...NOTHING, ...m }).pH

describe('pH of well-known solutions at 25 °C (textbook results, values from memory)', () => {
  it.each<[string, Partial<Mixture>, number, number]>([
    ['pure water is 7.00', {}, 7, 0.005],
    ['0.1 mol/L sodium bicarbonate is 8.3', { sodium: 0.1, carbonate: 0.1 }, 8.34, 0.05],
    ['0.1 mol/L sodium carbonate is 11.6', { sodium: 0.2, carbonate: 0.1 }, 11.65, 0.05],
    ['0.01 mol/L hydrofluoric acid is 2.64', { fluoride: 0.01 }, 2.64, 0.03],
    ['0.01 mol/L sodium fluoride is 7.6', { sodium: 0.01, fluoride: 0.01 }, 7.6, 0.03],
    ['0.1 mol/L ammonium chloride is 5.1', { ammonium: 0.1, chloride: 0.1 }, 5.13, 0.05],
    ['saturated lime is 12.4', { calcium: 0.1 }, 12.4, 0.1],
    ['water under an atmosphere of carbon dioxide is 3.9', { carbonate: 0.1 }, 3.91, 0.03],
    ['0.01 mol/L ferric chloride, clear, is about 2.1', { iron: 0.01, chloride: 0.03 }, 2.1, 0.25],
  ])('%s', (_, mixture, expected, within) => {
    expect(Math.abs(pH(mixture) - expected)).toBeLessThan(within)
  })
  it('half-neutralised hydrofluoric acid stands near its pKa', () => {
    expect(pH({ fluoride: 0.02, sodium: 0.01 })).toBeCloseTo(3.2, 0)
    expect(pH({ ammonium: 0.02, chloride: 0.01 })).toBeCloseTo(9.25, 1)
  })
})

describe('what falls out and what leaves', () => {
  it('fluoride left beside 0.01 mol/L of calcium is about 1.1 mg/L (Ksp of CaF₂ 3.45·10⁻¹¹, CRC Handbook)', () => {
    const settled = settle({ ...NOTHING, fluoride: 0.01, sodium: 0.01, calcium: 0.015, chloride: 0.03 })
    expect(settled.dissolvedFluoride * 18.998 * 1000).toBeCloseTo(1.12, 1)
    expect(settled.calciumFluoride).toBeCloseTo(0.005, 4)
  })
  it('calcium beside much bicarbonate falls out as calcite first, and binds less fluoride', () => {
    const alone = settle({ ...NOTHING, fluoride: 0.01, sodium: 0.01, calcium: 0.02, chloride: 0.04 })
    const beside = settle({ ...NOTHING, fluoride: 0.01, sodium: 0.11, calcium: 0.02, chloride: 0.04, carbonate: 0.1 })
    expect(beside.calcite).toBeGreaterThan(0.01)
    expect(beside.dissolvedFluoride).toBeGreaterThan(5 * alone.dissolvedFluoride)
  })
  it('iron is mud at pH 5 and in solution at pH 1; three of bicarbonate for each', () => {
    const neutral = settle({ ...NOTHING, iron: 0.05, chloride: 0.15, sodium: 0.2, carbonate: 0.2 })
    expect([neutral.ironHydroxide / 0.05, neutral.pH > 5]).toEqual([expect.closeTo(1, 4), true])
    expect(settle({ ...NOTHING, iron: 0.05, chloride: 0.25 }).dissolvedIron).toBeCloseTo(0.05, 4)
    // What the acid set free and water can't hold has left.
    expect(neutral.gas).toBeGreaterThan(0.1)
  })
  it('nothing is made or lost: what is dissolved, mud and gas add up, and charges cancel', () => {
    let seed = 5
    const next = () => (seed = (seed * 16_807) % 2_147_483_647) / 2_147_483_647
    for (let i = 0; i < 150; i++) {
      const m: Mixture = {
        fluoride: next() < 0.5 ? next() * 0.2 : 0,
        ammonium: next() * 0.1,
        iron: next() < 0.3 ? next() * 0.1 : 0,
        chloride: next() * 0.3,
        sodium: next() * 0.4,
        calcium: next() < 0.5 ? next() * 0.1 : 0,
        carbonate: next() * 0.3,
      }
      const s = settle(m)
      expect(s.pH).toBeGreaterThan(-1.5)
      expect(s.pH).toBeLessThan(15)
      expect(s.dissolvedFluoride + 2 * s.calciumFluoride).toBeCloseTo(m.fluoride, 9)
      expect(s.dissolvedIron + s.ironHydroxide).toBeCloseTo(m.iron, 9)
      expect(s.calciumFluoride + s.calcite).toBeLessThanOrEqual(m.calcium + 1e-9)
      expect(s.gas + s.calcite).toBeLessThanOrEqual(m.carbonate + 1e-9)
      expect(s.gas).toBeGreaterThanOrEqual(-1e-12)
    }
  })
  it('more base never lowers the pH', () => {
    let last = -2
    for (let n = 0; n <= 60; n++) {
      const now = pH({ fluoride: 0.2, ammonium: 0.1, sodium: n * 0.005, carbonate: n * 0.005 })
      expect(now).toBeGreaterThanOrEqual(last - 1e-9)
      last = now
    }
  })
})

const tub = (litres: number, more: Partial<TubContent> = {}): TubContent => ({ ...EMPTY_TUB(litres * 1000), ...more })

describe('how much a tub takes', () => {
  it('at least what the equation asks for: NH₄HF₂ + NaHCO₃, one to one', () => {
    const strong = tub(5, { bifluoride: 57.043 })
    const needed = stillNeeded(strong, 'bicarbonate')!
    expect(needed).toBeGreaterThan(84.006)
    // What goes beyond the equation is the bicarbonate that a neutral, fizzing tub holds in solution: 0.06 mol/L of it at pH 6.6.
    expect(needed).toBeLessThan(84.006 + 5 * 0.07 * 84.006)
  })
  it('100 mL of 40 % ferric chloride in a tub: 88.26 g by the equation, and 25.3 L of gas (worked example of the equation)', () => {
    const tray = tub(2, { ferricChloride: 56.8 })
    const byEquation = withMore(tray, 'bicarbonate', 88.26)
    expect(settleTub(byEquation).dissolvedIron / settleTub(tray).dissolvedIron).toBeLessThan(0.01)
    // Of the 25.3 L, what two litres of water hold stays in solution.
    expect(gasOf(tray, byEquation)).toBeCloseTo(25.3 - 2 * 0.0339 * 24.06, 0)
    expect(mudOf(byEquation).dry).toBeCloseTo((56.8 / molarMass('FeCl3')) * molarMass('Fe(OH)3'), 0)
  })
  it('a trace of cream in ten litres does not fizz: only a strip tells', () => {
    const rinse = tub(10, { bifluoride: 1 })
    const needed = stillNeeded(rinse, 'bicarbonate')!
    expect(needed).toBeGreaterThan(1.5)
    expect(needed).toBeLessThan(15)
    expect(gasOf(rinse, withMore(rinse, 'bicarbonate', 15))).toBe(0)
  })
  it('bicarbonate can\'t overshoot, soda ash and lime can', () => {
    const rinse = tub(8, { bifluoride: 6 })
    expect(settleTub(withMore(rinse, 'bicarbonate', 400)).pH).toBeLessThan(NEUTRAL.to)
    expect(settleTub(withMore(rinse, 'soda-ash', 60)).pH).toBeGreaterThan(NEUTRAL.to)
    expect(settleTub(withMore(rinse, 'slaked-lime', 60)).pH).toBeGreaterThan(11)
  })
  it('whatever went in, the needed amount ends at neutral and a little less does not; more acid never needs less', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.2, max: 40, noNaN: true }), fc.boolean(), fc.double({ min: 2, max: 20, noNaN: true }),
        fc.constantFrom(...NEUTRALISER_IDS),
        (grams, metal, litres, id) => {
          const of = (g: number) => tub(litres, metal ? { ferricChloride: g } : { bifluoride: g })
          const needed = stillNeeded(of(grams), id)!
          expect(settleTub(withMore(of(grams), id, needed)).pH).toBeGreaterThanOrEqual(NEUTRAL.aim - 1e-6)
          expect(settleTub(withMore(of(grams), id, needed * 0.98)).pH).toBeLessThan(NEUTRAL.aim)
          expect(stillNeeded(of(grams * 1.2), id)!).toBeGreaterThan(needed)
        },
      ),
      { numRuns: 15 },
    )
  })
  it('the curve only rises and passes neutral where the amount says', () => {
    const rinse = tub(10, { bifluoride: 20 })
    const [curve, needed] = [titrationCurve(rinse, 'bicarbonate'), stillNeeded(rinse, 'bicarbonate')!]
    for (const [i, point] of curve.entries()) if (i > 0) expect(point.pH).toBeGreaterThanOrEqual(curve[i - 1]!.pH - 1e-9)
    const crossing = curve.findIndex(p => p.pH >= NEUTRAL.aim)
    expect([curve[crossing - 1]!.grams < needed, curve[crossing]!.grams >= needed - 1e-6]).toEqual([true, true])
  })
  it('goes in by portions that foam no higher than a hand; a teaspoon of bicarbonate is about 4.6 g', () => {
    const tray = tub(3, { ferricChloride: 30 })
    const needed = stillNeeded(tray, 'bicarbonate')!
    const { count, grams, gas } = portions(tray, 'bicarbonate', needed)
    expect(count).toBeGreaterThanOrEqual(gas / 3)
    expect(count * grams).toBeCloseTo(needed, 6)
    expect(spoons('bicarbonate', 4.6).amount).toBeCloseTo(1, 1)
    expect(spoons('bicarbonate', 220)).toEqual({ unit: 'cup', amount: expect.closeTo(1, 1) })
  })
})

describe('a strip in the tub', () => {
  it('finds the acid that is really there, and what is still needed, from a reading below neutral', () => {
    const reckoned = withMore(tub(10, { bifluoride: 8 }), 'bicarbonate', 6)
    for (const factor of [0.6, 1, 1.7, 3]) {
      const real = { ...reckoned, bifluoride: 8 * factor }
      const read = fromReading(reckoned, settleTub(real).pH, 'bicarbonate')
      expect(read.factor).toBeCloseTo(factor, 2)
      expect(read.needed).toBeCloseTo(stillNeeded(real, 'bicarbonate')!, 0)
      expect(read.least!).toBeLessThanOrEqual(read.needed!)
      expect(read.most!).toBeGreaterThanOrEqual(read.needed!)
    }
  })
  it('reads neutral: nothing more is needed', () => {
    expect(fromReading(tub(10, { bifluoride: 8 }), 7.5, 'bicarbonate').needed).toBe(0)
  })
  it('a colour is read back within a quarter step, also where it is a little off', () => {
    for (let pH = 0; pH <= 14; pH += 0.25) {
      const [r, g, b] = stripColour(pH)
      expect(Math.abs(readStrip([r, g, b]) - pH)).toBeLessThanOrEqual(0.25)
      expect(Math.abs(readStrip([r + 6, g - 6, b + 5]) - pH)).toBeLessThanOrEqual(1)
    }
    expect([stripWord(1), stripWord(7), stripWord(12)]).toEqual(['red', 'green', 'violet'])
  })
})

describe('binding fluoride with a calcium salt', () => {
  it('takes the fluoride of a neutral tub below 15 mg/L; neutral alone leaves all of it', () => {
    const rinse = tub(10, { bifluoride: 10 })
    const neutral = withMore(rinse, 'bicarbonate', stillNeeded(rinse, 'bicarbonate')!)
    // 10 g of bifluoride in 10 L: 0.0351 mol/L of fluoride, 666 mg/L.
    expect(fluorideLeft(neutral)).toBeCloseTo(666, 0)
    const grams = calciumFor(neutral, 15)!
    // At least the half mole of calcium for each of fluoride.
    expect(grams).toBeGreaterThan((10 / molarMass('NH4HF2')) * molarMass('CaCl2') * 0.95)
    expect(fluorideLeft({ ...neutral, calciumChloride: grams })).toBeLessThanOrEqual(15.01)
  })
})
