import { capital } from './format'
import { AREA_UNITS, LENGTH_UNITS, MASS_UNITS, PRESSURE_UNITS, TIME_UNITS, VOLUME_UNITS, VULGAR } from './unit-tables'
import type { UnitTable } from './unit-tables'

/** What a reading turned into: a value in base units, or a sentence that says what to write instead. */
export type Parsed = { ok: true, value: number } | { ok: false, error: string }

const fail = (error: string): Parsed => ({ ok: false, error })

/** One spelling for the many ways a hand writes the same reading. */
function tidy(text: string): string {
  return text
    .replace(/[½⅓⅔¼¾⅕⅖⅗⅘⅙⅚⅛⅜⅝⅞]/g, c => ` ${VULGAR[c]}`)
    .replace(/[⁄∕]/g, '/')
    .replace(/[“”″]|''/g, '"')
    .replace(/[‘’′]/g, '\'')
    .replace(/[−–—]/g, '-')
    .replace(/[\s\u00a0\u2007\u2009\u202f]+/g, ' ')
    .trim()
    .toLowerCase()
}

/** Why these digits can mean more than one number; null when they can't. Nobody's thousand becomes a one by guessing. */
function unclear(text: string): string | null {
  if (/(?<![\d.,])[1-9]\d{0,2}(,\d{3})+(?!\d)/.test(text))
    return 'A comma before three digits can mean thousands or decimals. Leave it out, or use a point.'
  if (/\d \d{3}(?!\d| ?\/)/.test(text)) return 'A space inside a number can mean thousands, or two numbers. Write the number without it.'
  if (/\d'\d{3}(?!\d| ?\/)/.test(text)) return 'This mark before three digits can mean thousands. Leave it out; feet are written ft.'
  return null
}

/** A bare number: `12`, `9.5`, `,5`, `1/2`, `9 1/2`, `9-1/2`. Null when it is none of these. */
function readNumber(text: string): number | null {
  const mixed = /^(?:(\d+)(?: |-| - ))?(\d+) ?\/ ?(\d+)$/.exec(text)
  if (mixed) {
    const denominator = Number(mixed[3])
    return denominator === 0 ? null : Number(mixed[1] ?? 0) + Number(mixed[2]) / denominator
  }
  return /^(\d+([.,]\d*)?|[.,]\d+)$/.test(text) ? Number(text.replace(',', '.')) : null
}

/** A bare number as people write it: `42`, `1.38`, `,5`, `9 1/2`. Null when it is none, or could be two. */
export const parseNumber = (text: string): number | null => (unclear(tidy(text)) === null ? readNumber(tidy(text)) : null)

interface Kind {
  noun: string
  article?: 'an'
  example: string
  units: UnitTable
  /** Unit taken when none is written. */
  bare: string
  max: number
}

/** A number, whole, with decimals or with a fraction. */
const NUMBER = String.raw`((?:\d+(?: | ?- ?))?\d+ ?\/ ?\d+|\d+(?:[.,]\d*)?|[.,]\d+)`
const escaped = (unit: string) => unit.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')
const patterns = new WeakMap<UnitTable, RegExp>()

/** A number and the longest of these units that follows it; a unit is not the beginning of another word. */
function pairOf(units: UnitTable): RegExp {
  let pattern = patterns.get(units)
  if (!pattern) {
    const names = Object.keys(units)
      .sort((a, b) => b.length - a.length)
      .map(escaped)
      .join('|')
    pattern = new RegExp(`^${NUMBER} ?(?:(${names})(?![a-z²]))?(.*)$`)
    patterns.set(units, pattern)
  }
  return pattern
}

/** Several number-and-unit pairs in a row, added up: `1 min 30 s`, `1' 2 1/2"`, `1'-2"`, or one bare number. */
function parseQuantity(raw: string, kind: Kind): Parsed {
  const thing = `${kind.article ?? 'a'} ${kind.noun}`
  // A point after a unit only says that it is short for something.
  const text = tidy(raw).replace(/([a-z²])\./g, '$1')
  if (text === '') return fail(`Write the ${kind.noun}, for example ${kind.example}.`)
  if (text.startsWith('-')) return fail(`${capital(thing)} can't be negative.`)
  if (/\de[+-]?\d/.test(text)) return fail(`Write the ${kind.noun} out in full, for example ${kind.example}.`)
  const either = unclear(text)
  if (either !== null) return fail(either)

  let total = 0
  let rest = text
  const had = new Set<number>()
  for (let pairs = 0; rest !== ''; pairs++) {
    const match = pairOf(kind.units).exec(rest)
    const number = match ? readNumber(match[1]!.trim()) : null
    if (!match || number === null) return fail(`"${raw.trim()}" can't be read as ${thing}. Write it like ${kind.example}.`)
    const [unit, after] = [match[2], match[3]!.trim()]
    if (unit === undefined) {
      const word = /^[a-z²"']+(?: [a-z²]+)*/.exec(after)?.[0]
      if (word) return fail(`"${word}" isn't a unit for ${thing}. Write it like ${kind.example}.`)
      if (pairs > 0) return fail(`"${raw.trim()}" has a number without a unit. Write it like ${kind.example}.`)
      if (/^\d/.test(after)) return fail(`"${raw.trim()}" has two numbers. Write one number with its unit, like ${kind.example}.`)
      if (after !== '') return fail(`"${raw.trim()}" can't be read as ${thing}. Write it like ${kind.example}.`)
    }
    const size = kind.units[unit ?? kind.bare]!
    // What was typed twice, or pasted beside what stood there, is no sum.
    if (had.has(size)) return fail(`"${raw.trim()}" has the same unit twice. Write it like ${kind.example}.`)
    had.add(size)
    total += number * size
    // Feet and inches are often written with a dash between them.
    rest = unit !== undefined && FEET.has(unit) ? after.replace(/^- ?/, '') : after
  }
  if (total > kind.max) return fail(`That ${kind.noun} is larger than anything a bench holds. Check the unit.`)
  return { ok: true, value: total }
}
const FEET = new Set(['\'', 'ft', 'foot', 'feet'])

/**
 * A tape reading, as people write it: `9 1/2"`, `9.5 in`, `241 mm`, `9 ½`, `9-1/2`.
 * @param bare unit taken when none is written
 * @returns millimetres
 */
export function parseLength(text: string, bare: 'mm' | 'in' = 'mm'): Parsed {
  return parseQuantity(text, { noun: 'length', example: bare === 'in' ? '9 1/2 in' : '241 mm', units: LENGTH_UNITS, bare, max: 10_000 })
}

/** What comes on a roll: `50 m`, `10 yd`. @param bare unit taken when none is written @returns millimetres */
export function parseRollLength(text: string, bare: 'mm' | 'in' = 'mm'): Parsed {
  return parseQuantity(text, { noun: 'length', example: '50 m', units: LENGTH_UNITS, bare, max: 1_000_000 })
}

/** @returns millilitres; a bare number is millilitres */
export function parseVolume(text: string): Parsed {
  return parseQuantity(text, { noun: 'volume', example: '120 mL', units: VOLUME_UNITS, bare: 'ml', max: 100_000 })
}

/** @returns grams; a bare number is grams */
export function parseMass(text: string): Parsed {
  return parseQuantity(text, { noun: 'weight', example: '15 g', units: MASS_UNITS, bare: 'g', max: 100_000 })
}

/** `5 min`, `90 s`, `1:30` (minutes and seconds), `2 1/2 min`. @returns seconds; a bare number is minutes, as labels give it */
export function parseDuration(text: string): Parsed {
  const colon = /^(\d{1,3}):([0-5]\d)$/.exec(tidy(text))
  if (colon) return { ok: true, value: Number(colon[1]) * 60 + Number(colon[2]) }
  return parseQuantity(text, { noun: 'time', example: '5 min', units: TIME_UNITS, bare: 'min', max: 7 * 24 * 3600 })
}

/** Lengths one a line, or parted by semicolons, each with what was written; empty lines are none. */
export const parseLengths = (text: string, unit?: 'mm' | 'in'): { text: string, read: Parsed }[] =>
  text
    .split(/[\n;]+/)
    .map(line => line.trim())
    .filter(line => line !== '')
    .map(line => ({ text: line, read: parseLength(line, unit) }))

/** A time of day: `8`, `8:30`, `08.30`, `8:30 pm`. @returns s from midnight */
export function parseTimeOfDay(raw: string): Parsed {
  const match = /^(\d{1,2})(?:[:.h]([0-5]\d))? ?(?:([ap])\.?m\.?)?$/.exec(tidy(raw))
  const [hour, half] = [Number(match?.[1]), match?.[3]]
  // 12 am is midnight and 12 pm is noon; 0 pm and 13 am are nobody's.
  const hours = half === undefined ? hour : hour < 1 || hour > 12 ? NaN : (hour % 12) + (half === 'p' ? 12 : 0)
  const value = hours * 3600 + Number(match?.[2] ?? 0) * 60
  return value <= 24 * 3600 ? { ok: true, value } : fail('Write a time of day, for example 8:30.')
}

/** `35 %`, `35`, `0.35`, `1/3`. @returns a fraction from 0 to 1 */
export function parseFraction(raw: string): Parsed {
  const text = tidy(raw)
  const percent = /%$|percent$/.test(text)
  const body = text.replace(/ ?(%|percent)$/, '')
  if (body === '') return fail('Write the share that is open, for example 35 %.')
  if (body.startsWith('-')) return fail('A share can\'t be negative.')
  const either = unclear(body)
  if (either !== null) return fail(either)
  const number = readNumber(body)
  if (number === null) return fail(`"${raw.trim()}" can't be read as a share. Write it like 35 %.`)
  // "1" alone may be meant as 1 % or as the whole, so it is asked back rather than guessed.
  if (!percent && number === 1) return fail('Write 1 % or 100 %, so that it is clear which.')
  const value = percent || number > 1 ? number / 100 : number
  if (value > 1) return fail('A share can\'t be more than 100 %.')
  return { ok: true, value }
}

/** A whole number of things, 1 or more. */
export function parseCount(raw: string): Parsed {
  const text = tidy(raw)
  if (text === '') return fail('Write how many, for example 4.')
  if (!/^\d+$/.test(text)) return fail('Write a whole number, for example 4.')
  const value = Number(text)
  if (value < 1) return fail('At least one is needed.')
  if (value > 500) return fail('More than 500 in one run is more than a bench holds. Split the job.')
  return { ok: true, value }
}

/** `20 °C`, `20`, `68 °F`. @returns °C; a bare number is °C */
export function parseTemperature(raw: string): Parsed {
  const match = /^(-? ?[\d.,]+) ?°? ?(c|f)?$/.exec(tidy(raw))
  const negative = match?.[1]?.startsWith('-') ?? false
  const either = unclear(tidy(raw))
  if (either !== null) return fail(either)
  const number = match ? readNumber(match[1]!.replace(/^- ?/, '')) : null
  if (!match || number === null)
    return fail(
      tidy(raw) === ''
        ? 'Write the temperature, for example 20 °C.'
        : `"${raw.trim()}" can't be read as a temperature. Write it like 20 °C.`,
    )
  const written = negative ? -number : number
  const celsius = match[2] === 'f' ? (written - 32) / 1.8 : written
  return celsius < -10 || celsius > 60 ? fail('Nobody works at that temperature. Check the unit.') : { ok: true, value: celsius }
}

/** `40 psi`, `2.8 bar`, `275 kPa`. @returns kPa; a bare number is kPa */
export function parsePressure(text: string): Parsed {
  return parseQuantity(text, { noun: 'pressure', example: '275 kPa', units: PRESSURE_UNITS, bare: 'kpa', max: 2000 })
}

/** `25 cm²`, `4 sq in`, `½ sq in`. @returns mm²; a bare number is cm² */
export function parseArea(text: string): Parsed {
  const kind: Kind = { noun: 'area', article: 'an', example: '25 cm²', units: AREA_UNITS, bare: 'cm²', max: 20_000_000 }
  return parseQuantity(text.replace(/\^2/g, '²'), kind)
}

/** A plain factor: `1.25`, `× 2`. */
export function parseFactor(raw: string): Parsed {
  const text = tidy(raw).replace(/^[×x] ?/, '')
  const either = unclear(text)
  if (either !== null) return fail(either)
  const value = readNumber(text)
  if (value === null) return fail(`"${raw.trim()}" can't be read as a number. Write it like 1.25.`)
  return value > 1000 ? fail('More than 1000 times is no sensible factor. Check the number.') : { ok: true, value }
}

/** A mark from 0 to 10 by eye, or a measured contrast in per cent: `7.5`, `75 %`. @returns 0 to 10 */
export function parseScore(raw: string): Parsed {
  const text = tidy(raw)
  const percent = text.endsWith('%')
  const number = parseNumber(text.replace(/ ?%$/, ''))
  const value = number === null ? null : percent ? number / 10 : number
  return value === null || value > 10
    ? fail('Write a mark from 0 (clear) to 10 (even and white), or a contrast up to 100 %.')
    : { ok: true, value }
}

/** An amount of money, without its currency. */
export function parseMoney(raw: string): Parsed {
  const text = tidy(raw)
  if (text === '') return fail('Write an amount, for example 18.50.')
  if (text.startsWith('-')) return fail('An amount can\'t be negative.')
  const either = unclear(text)
  if (either !== null) return fail(either)
  if (/^[1-9]\d{0,2}\.\d{3}$/.test(text))
    return fail('A point before three digits can mean thousands or decimals. Leave it out, or write two decimals.')
  const value = readNumber(text)
  return value === null || value > 1_000_000
    ? fail(`"${raw.trim()}" can't be read as an amount. Write it like 18.50.`)
    : { ok: true, value }
}
