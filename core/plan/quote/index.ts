import Decimal from 'decimal.js'
import type { HouseRules } from '../../trade/house'
import type { CostParts } from '../cost'

/** An amount of money as it is kept and added up: a decimal number in words, `12.50`. Binary fractions can't hold most prices. */
export type Money = string

/** Pieces of one kind, with what each of their passes costs. */
export interface QuotedSet {
  /** What it is: `tumbler`. */
  noun: string
  pieces: number
  /** Price of one blank where the studio brings it; null: the customer does. */
  blank: number | null
  passes: readonly CostParts[]
}

/** What goes on top of cost. */
export type QuoteTerms = Pick<HouseRules, 'wear' | 'overhead' | 'markup' | 'priceStep' | 'taxRate'> & {
  /** Share of pieces that have to be made again. */
  scrap: number
}

/** What one part of a price is for. */
export type PricePart = 'etchant' | 'resist' | 'consumables' | 'work' | 'wear' | 'overhead' | 'blanks' | 'scrap' | 'markup' | 'rounding'
export const PRICE_PARTS: readonly PricePart[] = [
  'etchant', 'resist', 'consumables', 'work', 'wear', 'overhead', 'blanks', 'scrap', 'markup', 'rounding',
]

export interface QuoteLine {
  noun: string
  pieces: number
  /** How its price comes about; together they are `net`. */
  parts: Record<PricePart, Money>
  /** What it costs the studio, scrap and all. */
  cost: Money
  /** Price of one piece before tax. */
  each: Money
  net: Money
  /** Of hands-on work, s. */
  seconds: number
}

/** Something else on the bill: drawing the art, delivery. */
export interface QuoteExtra {
  text: string
  amount: Money
}

export interface QuoteSum {
  lines: QuoteLine[]
  extras: QuoteExtra[]
  net: Money
  tax: Money
  gross: Money
}

const CENT = 2
const total = (of: readonly (Decimal | Money)[]) => of.reduce<Decimal>((sum, d) => sum.plus(d), new Decimal(0))
/** Half a cent goes up, as on any till. */
const cents = (of: Decimal) => of.toDecimalPlaces(CENT, Decimal.ROUND_HALF_UP)
const money = (of: Decimal): Money => cents(of).toFixed(CENT)

/** Pieces of the studio's own record that the house's allowance counts for. */
const ALLOWANCE_PIECES = 20

/** Share of pieces to make again: the house's allowance, moved by what the log shows. @param judged pieces like these */
export const scrapShare = (allowance: number, judged: { pieces: number, scrap: number }): number =>
  (allowance * ALLOWANCE_PIECES + judged.scrap) / (ALLOWANCE_PIECES + judged.pieces)

/** What one kind of piece costs and is offered for. Each part is rounded to the cent, and the price of a piece up to the house's step. */
export function quoteLine({ noun, pieces, blank, passes }: QuotedSet, terms: QuoteTerms): QuoteLine {
  const sum = (part: 'etchant' | 'resist' | 'consumables' | 'work') => cents(total(passes.map(p => new Decimal(p[part]))))
  const made = {
    etchant: sum('etchant'),
    resist: sum('resist'),
    consumables: sum('consumables'),
    work: sum('work'),
    wear: cents(new Decimal(terms.wear).times(pieces).times(passes.length)),
  }
  const overhead = cents(total(Object.values(made)).times(terms.overhead))
  const blanks = cents(new Decimal(blank ?? 0).times(pieces))
  const once = total([...Object.values(made), overhead, blanks])
  // So many have to be begun that this many come out.
  const scrap = cents(once.times(terms.scrap).div(new Decimal(1).minus(terms.scrap)))
  const cost = once.plus(scrap)
  const markup = cents(cost.times(terms.markup))
  const each = cost.plus(markup).div(pieces).toNearest(terms.priceStep, Decimal.ROUND_UP)
  const net = each.times(pieces)
  const parts = { ...made, overhead, blanks, scrap, markup, rounding: net.minus(cost).minus(markup) }
  return {
    noun,
    pieces,
    parts: Object.fromEntries(PRICE_PARTS.map(part => [part, money(parts[part])])) as Record<PricePart, Money>,
    cost: money(cost),
    each: money(each),
    net: money(net),
    seconds: passes.reduce((all, p) => all + p.seconds, 0),
  }
}

/** The bill: lines and extras, then tax on all of it. */
export function quoteSum(lines: readonly QuoteLine[], extras: readonly QuoteExtra[], taxRate: number): QuoteSum {
  const net = total([...lines.map(l => l.net), ...extras.map(e => e.amount)])
  const tax = cents(net.times(taxRate))
  return {
    lines: [...lines],
    extras: extras.map(({ text, amount }) => ({ text, amount: money(new Decimal(amount)) })),
    net: money(net),
    tax: money(tax),
    gross: money(net.plus(tax)),
  }
}

/** How many pieces a customer may ask a price for, with as many as were ordered among them. */
export function quantities(ordered: number): number[] {
  return [...new Set([1, 2, 4, 6, 12, 24, 48, ordered])].filter(n => n <= Math.max(12, ordered * 4)).sort((a, b) => a - b)
}

/** @returns how much more was spent than quoted, in the currency; less is negative */
export const moneyBetween = (quoted: Money, actual: Money): Money => money(new Decimal(actual).minus(quoted))
export const addMoney = (...of: Money[]): Money => money(total(of))
export const isNothing = (of: Money): boolean => new Decimal(of).isZero()
