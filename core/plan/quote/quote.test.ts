import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { FOUR_TUMBLERS } from '../../bench/run/testing.test-support'
import { planRecipe } from '../recipe'
import { PRICE_PARTS, quantities, quoteLine, quoteSum, scrapShare } from './index'
import type { QuotedSet, QuoteTerms } from './index'

const TERMS: QuoteTerms = { wear: 0.2, overhead: 0.25, markup: 0.4, priceStep: 0.5, taxRate: 0.2, scrap: 0.05 }
const SET: QuotedSet = {
  noun: 'tumbler',
  pieces: 4,
  blank: 2.1,
  passes: [{ etchant: 0.4, resist: 0.35, consumables: 1.5, work: 20, seconds: 3000 }],
}
/** Cents as whole numbers: exact in binary. */
const inCents = (money: string) => Math.round(Number(money) * 100)

describe('a line of a quote', () => {
  it('adds up as with a pocket calculator', () => {
    // 0.40 + 0.35 + 1.50 + 20 + 4 × 0.20 = 23.05; a quarter of it 5.76; blanks 8.40: 37.21. One in twenty again 1.96: 39.17.
    // Mark-up 15.67: 54.84, 13.71 a piece, so 14.00.
    expect(quoteLine(SET, TERMS)).toEqual({
      noun: 'tumbler',
      pieces: 4,
      parts: {
        etchant: '0.40', resist: '0.35', consumables: '1.50', work: '20.00', wear: '0.80', overhead: '5.76', blanks: '8.40', scrap: '1.96',
        markup: '15.67', rounding: '1.16',
      },
      cost: '39.17',
      each: '14.00',
      net: '56.00',
      seconds: 3000,
    })
  })
  it('has no blanks where the customer brings them, and no mark-up where nobody wants one', () => {
    const { parts } = quoteLine({ ...SET, blank: null }, { ...TERMS, markup: 0, priceStep: 0.01 })
    expect([parts.blanks, parts.markup]).toEqual(['0.00', '0.00'])
  })
  it('its parts are its price to the cent, and no piece is offered for less than it costs', () => {
    const share = fc.double({ min: 0, max: 0.5, noNaN: true })
    const price = fc.double({ min: 0, max: 500, noNaN: true })
    const pass = fc.record({ etchant: price, resist: price, consumables: price, work: price, seconds: fc.nat(9000) })
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 200 }),
        fc.option(price),
        fc.array(pass, { minLength: 1, maxLength: 3 }),
        fc.record({
          wear: price, overhead: share, markup: share, scrap: share, taxRate: share, priceStep: fc.constantFrom(0.01, 0.05, 0.5, 1, 5),
        }),
        (pieces, blank, passes, terms) => {
          const line = quoteLine({ noun: 'tumbler', pieces, blank, passes }, terms)
          expect(PRICE_PARTS.reduce((sum, part) => sum + inCents(line.parts[part]), 0)).toBe(inCents(line.net))
          expect(inCents(line.each) * pieces).toBe(inCents(line.net))
          expect(inCents(line.net)).toBeGreaterThanOrEqual(inCents(line.cost))
          const steps = inCents(line.each) / (terms.priceStep * 100)
          expect(steps).toBeCloseTo(Math.round(steps), 6)
        },
      ),
    )
  })
})

describe('the bill', () => {
  it('puts tax on lines and extras together, half a cent up', () => {
    const line = { ...quoteLine(SET, TERMS), net: '56.00' }
    expect(quoteSum([line], [{ text: 'Drawing', amount: '12.5' }], 0.2)).toMatchObject({ net: '68.50', tax: '13.70', gross: '82.20' })
    expect(quoteSum([{ ...line, net: '0.05' }], [], 0.1).tax).toBe('0.01')
  })
  it('has no cent too many where binary fractions would: 1.005 of tax is 1.01, and ten dimes are one', () => {
    const line = quoteLine(SET, TERMS)
    expect(quoteSum([{ ...line, net: '5.025' }], [], 0.2).tax).toBe('1.01')
    expect(quoteSum([], Array.from({ length: 10 }, () => ({ text: 'a dime', amount: '0.1' })), 0).gross).toBe('1.00')
  })
})

describe('scrap to allow for', () => {
  it('is the house rule while nothing is known, and the record once there is one', () => {
    expect(scrapShare(0.05, { pieces: 0, scrap: 0 })).toBe(0.05)
    expect(scrapShare(0.05, { pieces: 20, scrap: 3 })).toBe(0.1)
    expect(scrapShare(0.05, { pieces: 2000, scrap: 200 })).toBeCloseTo(0.0995, 4)
  })
})

describe('by quantity', () => {
  it('offers what is usually asked for, and what was ordered', () => {
    expect(quantities(4)).toEqual([1, 2, 4, 6, 12])
    expect(quantities(30)).toEqual([1, 2, 4, 6, 12, 24, 30, 48])
  })
  it('a piece of twelve is cheaper than a single one: the gate, the stirring and the wash-up come once (common practice)', () => {
    const each = (pieces: number) =>
      Number(quoteLine({ noun: 'tumbler', pieces, blank: null, passes: [planRecipe({ ...FOUR_TUMBLERS, pieces }).costs!] }, TERMS).each)
    expect(each(12)).toBeLessThan(each(4))
    expect(each(4)).toBeLessThan(each(1) * 0.9)
    // What a single etched tumbler goes for (common practice): a small studio asks between ten and forty.
    expect(each(4)).toBeGreaterThan(8)
    expect(each(4)).toBeLessThan(40)
  })
})
