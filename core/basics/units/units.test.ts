import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import * as u from './index'

const value = (p: u.Parsed) => (p.ok ? p.value : p.error)

describe('what comes on a roll', () => {
  it('is longer than anything on a bench; 10 yd is 9.144 m (NIST SP 811)', () => {
    expect(u.parseRollLength('10 yd')).toEqual({ ok: true, value: 9144 })
    expect(u.parseRollLength('50 m')).toEqual({ ok: true, value: 50_000 })
    expect(u.parseRollLength('2000 m')).toMatchObject({ ok: false })
    expect(u.parseLength('50 m')).toMatchObject({ ok: false })
  })
})

describe('reading a tape as people write it', () => {
  it.each([
    ['9 1/2"', 241.3],
    ['9.5 in', 241.3],
    ['241 mm', 241],
    ['9 ½ in', 241.3],
    ['9½"', 241.3],
    ['9-1/2"', 241.3],
    ['9 - 1/2 inches', 241.3],
    [',5 in', 12.7],
    ['.5"', 12.7],
    ['24,13 cm', 241.3],
    ['1\' 2"', 355.6],
    ['1 ft 2 in', 355.6],
    ['3/8 in.', 9.525],
    ['  75  mm ', 75],
    ['9 1⁄2 ″', 241.3],
    ['0.24 m', 240],
    ['80', 80],
    ['1\'-2"', 355.6],
    ['1\' - 2 1/2"', 368.3],
    ['1 ft. - 2 in.', 355.6],
    ['1’2½”', 368.3],
    ['1500 mm', 1500],
    ['0,125 in', 3.175],
    ['1,2345 m', 1234.5],
    ['1 m 2 cm', 1020],
  ])('%s is %d mm', (text, mm) => {
    expect(value(u.parseLength(text))).toBeCloseTo(mm, 9)
  })

  it('takes the house unit when none is written', () => {
    expect(value(u.parseLength('9 1/2', 'in'))).toBeCloseTo(241.3, 9)
    expect(value(u.parseLength('9 ½', 'in'))).toBeCloseTo(241.3, 9)
    expect(value(u.parseLength('9-1/2', 'in'))).toBeCloseTo(241.3, 9)
  })

  it.each([
    ['', /Write the length/],
    ['   ', /Write the length/],
    ['-4 mm', /negative/],
    ['−4', /negative/],
    ['1e9', /out in full/],
    ['1/0 in', /can't be read/],
    ['1,000 mm', /comma/],
    ['about 9', /can't be read/],
    ['9 furlong', /isn't a unit/],
    ['99999 m', /Check the unit/],
    ['9 in 3', /without a unit/],
    ['1 500 mm', /without it/],
    ['1\u2009500 mm', /without it/],
    ['1\u00a0500', /without it/],
    ['1\u202f500 mm', /without it/],
    ['1\'500', /thousands.*ft/],
    ['1’500 mm', /thousands.*ft/],
    ['4 6 in', /two numbers/],
    ['40 mm40 mm', /same unit twice/],
    ['1 ft 2 in 1\'', /same unit twice/],
    ['1,500 mm', /comma/],
    ['1,500,000 mm', /comma/],
    ['1-2 in', /can't be read/],
    ['4 mm - 2 mm', /can't be read/],
    ['5 inchworm', /isn't a unit/],
    ['20 m', /Check the unit/],
    ['--', /negative/],
    ['9..5', /can't be read/],
    ['<b>', /can't be read/],
    ['∞', /can't be read/],
    ['NaN', /can't be read/],
  ])('"%s" is refused with advice', (text, message) => {
    expect(value(u.parseLength(text))).toMatch(message)
  })

  it('never throws and never gives anything but a finite number from 0', () => {
    fc.assert(
      fc.property(fc.string(), (text) => {
        const parsed = u.parseLength(text)
        expect(parsed.ok ? Number.isFinite(parsed.value) && parsed.value >= 0 : parsed.error.length > 10).toBe(true)
      }),
    )
  })

  it('reads back what it writes, to the sixteenth of a tape', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 2000, noNaN: true }), (mm) => {
        expect(Math.abs(Number(value(u.parseLength(u.formatLength(mm, 'in')))) - mm)).toBeLessThanOrEqual(25.4 / 32 + 1e-9)
        expect(Math.abs(Number(value(u.parseLength(u.formatLength(mm, 'mm')))) - mm)).toBeLessThanOrEqual(0.5 + 1e-9)
      }),
    )
  })
})

describe('volumes, times, shares, counts', () => {
  it('a US teaspoon is 4.928 921 593 75 mL and a fluid ounce 29.573 529 562 5 mL (NIST SP 811)', () => {
    expect(u.ML_PER_TEASPOON).toBeCloseTo(4.92892159375, 12)
    expect(u.ML_PER_FLUID_OUNCE).toBeCloseTo(29.5735295625, 11)
    expect(value(u.parseVolume('4 fl oz'))).toBeCloseTo(118.29411825, 8)
    expect(value(u.parseVolume('1/4 tsp'))).toBeCloseTo(1.2322303984375, 10)
    expect(value(u.parseVolume('120'))).toBe(120)
  })
  it('an avoirdupois ounce is 28.349 523 125 g (NIST SP 811)', () => {
    expect(value(u.parseMass('1 oz'))).toBe(28.349523125)
    // And a pound 453.592 37 g.
    expect(['1 lb', '50 lbs', '1 lb 8 oz'].map(text => value(u.parseMass(text)))).toEqual([453.59237, 22679.6185, 680.388555])
  })
  it.each([
    ['5 min', 300],
    ['90 s', 90],
    ['1:30', 90],
    ['1 min 30 s', 90],
    ['2 1/2 min', 150],
    ['5', 300],
    ['1 h 20 min', 4800],
    ['15 minutes', 900],
  ])('%s is %d s', (text, s) => {
    expect(value(u.parseDuration(text))).toBe(s)
  })
  it.each([
    ['', /Write the time/],
    ['-5', /negative/],
    ['soon', /can't be read/],
    ['1:75', /can't be read/],
    ['5 mm', /isn't a unit/],
  ])('"%s" is no time', (text, message) => {
    expect(value(u.parseDuration(text))).toMatch(message)
  })
  it.each([
    ['35 %', 0.35],
    ['35', 0.35],
    ['0.35', 0.35],
    [',35', 0.35],
    ['1/3', 1 / 3],
    ['100 %', 1],
    ['1 %', 0.01],
    ['35 percent', 0.35],
    ['0', 0],
  ])('%s open is %d', (text, f) => {
    expect(value(u.parseFraction(text))).toBeCloseTo(f, 12)
  })
  it.each([
    ['', /Write the share/],
    ['1', /1 % or 100 %/],
    ['120 %', /100 %/],
    ['-3', /negative/],
    ['lots', /can't be read/],
  ])('"%s" is no share', (text, message) => {
    expect(value(u.parseFraction(text))).toMatch(message)
  })
  it.each([
    ['4', 4],
    [' 12 ', 12],
  ])('%s pieces', (text, n) => expect(value(u.parseCount(text))).toBe(n))
  it.each([
    ['', /how many/],
    ['2.5', /whole number/],
    ['0', /At least one/],
    ['-1', /whole number/],
    ['1e9', /whole number/],
    ['501', /500/],
  ])('"%s" is no count', (text, message) => {
    expect(value(u.parseCount(text))).toMatch(message)
  })
  it.each([
    ['7', 7],
    ['7,5', 7.5],
    ['10', 10],
    ['0', 0],
  ])('a mark of %s', (text, n) => expect(value(u.parseScore(text))).toBe(n))
  it.each(['', '11', '-1', 'white'])('"%s" is no mark', text => expect(value(u.parseScore(text))).toMatch(/from 0 .* to 10/))
  it('money has no sign and no exponent', () => {
    expect(value(u.parseMoney('18,50'))).toBe(18.5)
    expect(value(u.parseMoney('-2'))).toMatch(/negative/)
    expect(value(u.parseMoney('1e3'))).toMatch(/can't be read/)
  })
})

describe('areas, amounts, factors: nobody\'s thousand becomes a one', () => {
  it.each([
    ['25', 2500],
    ['25 cm²', 2500],
    ['25cm2', 2500],
    ['4 sq in', 2580.64],
    ['½ sq in', 322.58],
    ['1/2 sq. in.', 322.58],
    ['2 1/2 in²', 1612.9],
    ['1 square foot', 92_903.04],
    ['1 cm² 50 mm²', 150],
    ['2 cm^2', 200],
  ])('%s is %d mm²', (text, mm2) => {
    expect(value(u.parseArea(text))).toBeCloseTo(mm2, 6)
  })
  it.each([
    ['', /Write the area/],
    ['1,000 cm²', /comma/],
    ['1 000 cm²', /without it/],
    ['30 m²', /Check the unit/],
    ['5 cm', /"cm" isn't a unit for an area/],
    ['-1', /^An area can't be negative/],
  ])('"%s" is no area', (text, message) => {
    expect(value(u.parseArea(text))).toMatch(message)
  })
  it.each([
    ['1,850', /comma/],
    ['1 850', /without it/],
    ['1\'850', /thousands/],
    ['1.850', /two decimals/],
    ['2000000', /can't be read/],
  ])('"%s" is no amount', (text, message) => expect(value(u.parseMoney(text))).toMatch(message))
  it('amounts with decimals are', () =>
    expect(['18.5', '0,125', '1850', ',50', '1850.125'].map(t => value(u.parseMoney(t)))).toEqual([18.5, 0.125, 1850, 0.5, 1850.125]))
  it.each([
    ['1,000 %', /comma/],
    ['1 000', /without it/],
  ])('"%s" is no share', (text, message) => expect(value(u.parseFraction(text))).toMatch(message))
  it.each([
    ['1,250', /comma/],
    ['1001', /sensible/],
    ['', /can't be read/],
  ])('"%s" is no factor', (text, message) => expect(value(u.parseFactor(text))).toMatch(message))
  it('factors with decimals are', () =>
    expect(['1.25', '× 2', '1,25', '1/2'].map(t => value(u.parseFactor(t)))).toEqual([1.25, 2, 1.25, 0.5]))
  it('a bare number that could be two is none', () =>
    expect(['1,500', '1 500', '1,5', '0,125', '9 1/2'].map(u.parseNumber)).toEqual([null, null, 1.5, 0.125, 9.5]))
  it.each([
    ['1 fl. oz.', 29.5735295625],
    ['1 fl oz', 29.5735295625],
    ['2 Fluid Ounces', 59.147059125],
    ['1 tsp.', 4.92892159375],
    ['½ tsp', 2.464460796875],
    ['1 L 200 mL', 1200],
    ['1 gal', 3785.411784],
    ['2 qt 1 pt', 2365.882365],
    ['½ cup', 118.29411825],
  ])('%s is %d mL', (text, ml) => {
    expect(value(u.parseVolume(text))).toBeCloseTo(ml, 9)
  })
  it.each([
    ['5 min. 30 s', 330],
    ['5min30s', 330],
    ['5 min .5 s', 300.5],
    ['1 h. 20 min.', 4800],
  ])('%s is %d s', (text, s) => expect(value(u.parseDuration(text))).toBe(s))
  it.each([
    ['1,000 kPa', /comma/],
    ['3000 kPa', /Check the unit/],
  ])('"%s" is no pressure', (text, message) => expect(value(u.parsePressure(text))).toMatch(message))
  it.each([
    ['1,000 °C', /comma/],
    ['20,5 °C', 20.5],
    ['-5', -5],
    ['68 F', 20],
  ])('a temperature of %s', (text, is) => {
    if (typeof is === 'number') expect(value(u.parseTemperature(text))).toBeCloseTo(is, 9)
    else expect(value(u.parseTemperature(text))).toMatch(is)
  })
})

describe('temperatures, pressures, areas, factors, marks', () => {
  const value = (parsed: u.Parsed) => (parsed.ok ? parsed.value : parsed.error)
  it('are read as people write them', () => {
    expect(value(u.parseTemperature('68 °F'))).toBeCloseTo(20, 9)
    expect([value(u.parseTemperature('18')), value(u.parseTemperature('-2 C')), value(u.parseTemperature('12,5 °C'))]).toEqual([
      18, -2, 12.5,
    ])
    expect(value(u.parsePressure('40 psi'))).toBeCloseTo(275.79, 2)
    expect([value(u.parsePressure('2.8 bar')), value(u.parsePressure('275'))]).toEqual([280, 275])
    expect([value(u.parseArea('25')), value(u.parseArea('25 cm²')), value(u.parseArea('250 mm2'))]).toEqual([2500, 2500, 250])
    expect(value(u.parseArea('4 sq in'))).toBeCloseTo(2580.64, 9)
    expect([value(u.parseFactor('1,25')), value(u.parseFactor('× 2'))]).toEqual([1.25, 2])
    expect([value(u.parseScore('7.5')), value(u.parseScore('75 %')), value(u.parseScore('0'))]).toEqual([7.5, 7.5, 0])
  })
  it('nonsense is asked back', () => {
    for (const parsed of [
      u.parseTemperature('hot'),
      u.parseTemperature(''),
      u.parseTemperature('400'),
      u.parsePressure('-3'),
      u.parsePressure('2 atm'),
      u.parseArea('big'),
      u.parseArea('4 acres'),
      u.parseArea(''),
      u.parseFactor('twice'),
      u.parseScore('11'),
      u.parseScore('120 %'),
    ]) {
      expect(parsed).toMatchObject({ ok: false, error: expect.stringMatching(/\.$/) })
    }
  })
  it('a pressure shows what the gauge shows', () => {
    expect(u.formatPressure(275.79).replaceAll('\u00a0', ' ')).toBe('276 kPa (40 psi)')
    expect(u.formatTemperature(18.25).replaceAll('\u00a0', ' ')).toBe('18.3 °C')
  })
})

describe('times of day', () => {
  it.each([
    ['8', 28_800],
    ['8:30', 30_600],
    ['08.05', 29_100],
    ['17h15', 62_100],
    ['24:00', 86_400],
    ['8:30 pm', 73_800],
    ['8 a.m.', 28_800],
    ['12 am', 0],
    ['12:15pm', 44_100],
  ])('%s', (text, seconds) => expect(u.parseTimeOfDay(text)).toEqual({ ok: true, value: seconds }))
  it.each(['', 'noon', '8:75', '25', '-1', '13 pm', '0 am', '8 xm'])('"%s" is asked back', text =>
    expect(u.parseTimeOfDay(text)).toMatchObject({ ok: false, error: expect.stringMatching(/8:30/) }),
  )
  it('are written as a clock on the wall shows them, also past midnight', () => {
    expect([0, 29_100, 62_130, 90_000].map(u.formatTimeOfDay)).toEqual(['0:00', '8:05', '17:15', '1:00'])
  })
})
