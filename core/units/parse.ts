import { G_PER_OUNCE, KPA_PER_PSI, ML_PER_FLUID_OUNCE, ML_PER_TEASPOON, MM_PER_INCH } from './constants'

/** What a reading turned into: a value in base units, or a sentence that says what to write instead. */
export type Parsed = { ok: true, value: number } | { ok: false, error: string }

type UnitTable = Record<string, number>

const LENGTH_UNITS: UnitTable = {
  'mm': 1, 'millimetre': 1, 'millimetres': 1, 'millimeter': 1, 'millimeters': 1,
  'cm': 10, 'centimetre': 10, 'centimetres': 10, 'centimeter': 10, 'centimeters': 10,
  'm': 1000, 'metre': 1000, 'metres': 1000, 'meter': 1000, 'meters': 1000,
  'in': MM_PER_INCH, 'inch': MM_PER_INCH, 'inches': MM_PER_INCH, '"': MM_PER_INCH,
  'ft': 12 * MM_PER_INCH, 'foot': 12 * MM_PER_INCH, 'feet': 12 * MM_PER_INCH, '\'': 12 * MM_PER_INCH,
}

const VOLUME_UNITS: UnitTable = {
  'ml': 1, 'millilitre': 1, 'millilitres': 1, 'milliliter': 1, 'milliliters': 1, 'cc': 1,
  'cl': 10, 'dl': 100, 'l': 1000, 'litre': 1000, 'litres': 1000, 'liter': 1000, 'liters': 1000,
  'tsp': ML_PER_TEASPOON, 'teaspoon': ML_PER_TEASPOON, 'teaspoons': ML_PER_TEASPOON,
  'tbsp': 3 * ML_PER_TEASPOON, 'tablespoon': 3 * ML_PER_TEASPOON, 'tablespoons': 3 * ML_PER_TEASPOON,
  'fl oz': ML_PER_FLUID_OUNCE, 'floz': ML_PER_FLUID_OUNCE, 'oz': ML_PER_FLUID_OUNCE,
}

const TIME_UNITS: UnitTable = {
  s: 1, sec: 1, secs: 1, second: 1, seconds: 1,
  min: 60, mins: 60, minute: 60, minutes: 60,
  h: 3600, hr: 3600, hrs: 3600, hour: 3600, hours: 3600,
}

const MASS_UNITS: UnitTable = {
  g: 1, gram: 1, grams: 1, kg: 1000, mg: 0.001, oz: G_PER_OUNCE, ounce: G_PER_OUNCE, ounces: G_PER_OUNCE,
}

const VULGAR: Record<string, string> = {
  '½': '1/2', '⅓': '1/3', '⅔': '2/3', '¼': '1/4', '¾': '3/4', '⅕': '1/5', '⅖': '2/5', '⅗': '3/5', '⅘': '4/5',
  '⅙': '1/6', '⅚': '5/6', '⅛': '1/8', '⅜': '3/8', '⅝': '5/8', '⅞': '7/8',
}

const fail = (error: string): Parsed => ({ ok: false, error })

/** One spelling for the many ways a hand writes the same reading. */
function tidy(text: string): string {
  return text
    .replace(/[½⅓⅔¼¾⅕⅖⅗⅘⅙⅚⅛⅜⅝⅞]/g, c => ` ${VULGAR[c]}`)
    .replace(/[⁄∕]/g, '/')
    .replace(/[“”″]|''/g, '"')
    .replace(/[‘’′]/g, '\'')
    .replace(/[−–—]/g, '-')
    .replace(/[\s\u00a0\u202f]+/g, ' ')
    .trim()
    .toLowerCase()
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

/** A bare number as people write it: `42`, `1.38`, `,5`, `9 1/2`. Null when it is none. */
export const parseNumber = (text: string): number | null => readNumber(tidy(text))

interface Kind {
  noun: string
  example: string
  units: UnitTable
  /** Unit taken when none is written. */
  bare: string
  max: number
}

/** Several number-and-unit pairs in a row, added up: `1 min 30 s`, `1' 2 1/2"`, or one bare number. */
function parseQuantity(raw: string, kind: Kind): Parsed {
  const text = tidy(raw)
  if (text === '') return fail(`Write the ${kind.noun}, for example ${kind.example}.`)
  if (text.startsWith('-')) return fail(`A ${kind.noun} can't be negative.`)
  if (/\de[+-]?\d/.test(text)) return fail(`Write the ${kind.noun} out in full, for example ${kind.example}.`)
  if (/\d,\d{3}(?!\d)/.test(text)) return fail('A comma before three digits can mean thousands or decimals. Leave it out, or use a point.')

  let total = 0
  let rest = text
  let pairs = 0
  while (rest !== '') {
    const match = /^([\d.,]+(?:(?: |-| - )\d+ ?\/ ?\d+| ?\/ ?\d+)?) ?([a-z"'][a-z ]*)?(.*)$/.exec(rest)
    const number = match ? readNumber(match[1]!.trim()) : null
    if (!match || number === null) return fail(`"${raw.trim()}" can't be read as a ${kind.noun}. Write it like ${kind.example}.`)
    const unit = match[2]?.trim().replace(/\.$/, '')
    if (unit === undefined && pairs > 0) return fail(`"${raw.trim()}" has a number without a unit. Write it like ${kind.example}.`)
    const factor = kind.units[unit ?? kind.bare]
    if (factor === undefined) return fail(`"${unit}" isn't a unit for a ${kind.noun}. Write it like ${kind.example}.`)
    total += number * factor
    rest = match[3]!.replace(/^[. ]+/, '')
    pairs += 1
  }
  if (total > kind.max) return fail(`That ${kind.noun} is larger than anything a bench holds. Check the unit.`)
  return { ok: true, value: total }
}

/**
 * A tape reading, as people write it: `9 1/2"`, `9.5 in`, `241 mm`, `9 ½`, `9-1/2`.
 * @param bare unit taken when none is written
 * @returns millimetres
 */
export function parseLength(text: string, bare: 'mm' | 'in' = 'mm'): Parsed {
  return parseQuantity(text, { noun: 'length', example: bare === 'in' ? '9 1/2 in' : '241 mm', units: LENGTH_UNITS, bare, max: 10_000 })
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

/** A time of day: `8`, `8:30`, `08.30`. @returns s from midnight */
export function parseTimeOfDay(raw: string): Parsed {
  const match = /^(\d{1,2})(?:[:.h]([0-5]\d))?$/.exec(tidy(raw))
  const value = match ? Number(match[1]) * 3600 + Number(match[2] ?? 0) * 60 : NaN
  return match && value <= 24 * 3600 ? { ok: true, value } : fail('Write a time of day, for example 8:30.')
}

/** `35 %`, `35`, `0.35`, `1/3`. @returns a fraction from 0 to 1 */
export function parseFraction(raw: string): Parsed {
  const text = tidy(raw)
  const percent = /%$|percent$/.test(text)
  const body = text.replace(/ ?(%|percent)$/, '')
  if (body === '') return fail('Write the share that is open, for example 35 %.')
  if (body.startsWith('-')) return fail('A share can\'t be negative.')
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
  const number = match ? readNumber(match[1]!.replace(/^- ?/, '')) : null
  if (!match || number === null) return fail(tidy(raw) === '' ? 'Write the temperature, for example 20 °C.' : `"${raw.trim()}" can't be read as a temperature. Write it like 20 °C.`)
  const written = negative ? -number : number
  const celsius = match[2] === 'f' ? (written - 32) / 1.8 : written
  return celsius < -10 || celsius > 60 ? fail('Nobody works at that temperature. Check the unit.') : { ok: true, value: celsius }
}

const PRESSURE_UNITS: UnitTable = { kpa: 1, bar: 100, psi: KPA_PER_PSI }

/** `40 psi`, `2.8 bar`, `275 kPa`. @returns kPa; a bare number is kPa */
export function parsePressure(text: string): Parsed {
  return parseQuantity(text, { noun: 'pressure', example: '275 kPa', units: PRESSURE_UNITS, bare: 'kpa', max: 2000 })
}

const AREA_UNITS: UnitTable = { 'mm²': 1, 'mm2': 1, 'cm²': 100, 'cm2': 100, 'in²': MM_PER_INCH ** 2, 'in2': MM_PER_INCH ** 2, 'sq in': MM_PER_INCH ** 2 }

/** `25 cm²`, `4 sq in`. @returns mm²; a bare number is cm² */
export function parseArea(raw: string): Parsed {
  const text = tidy(raw)
  const match = /^([\d.,]+(?: \d+\/\d+)?) ?([a-z][a-z ]*[²2]?)?$/.exec(text)
  const number = match ? readNumber(match[1]!) : null
  const factor = AREA_UNITS[match?.[2] ?? 'cm2']
  if (number === null || factor === undefined) return fail(text === '' ? 'Write the area, for example 25 cm².' : `"${raw.trim()}" can't be read as an area. Write it like 25 cm².`)
  return { ok: true, value: number * factor }
}

/** A plain factor: `1.25`, `× 2`. */
export function parseFactor(raw: string): Parsed {
  const value = readNumber(tidy(raw).replace(/^[×x] ?/, ''))
  return value === null ? fail(`"${raw.trim()}" can't be read as a number. Write it like 1.25.`) : { ok: true, value }
}

/** A mark from 0 to 10 by eye, or a measured contrast in per cent: `7.5`, `75 %`. @returns 0 to 10 */
export function parseScore(raw: string): Parsed {
  const text = tidy(raw)
  const percent = text.endsWith('%')
  const number = readNumber(text.replace(/ ?%$/, ''))
  const value = number === null ? null : percent ? number / 10 : number
  return value === null || value > 10 ? fail('Write a mark from 0 (clear) to 10 (even and white), or a contrast up to 100 %.') : { ok: true, value }
}

/** An amount of money, without its currency. */
export function parseMoney(raw: string): Parsed {
  const text = tidy(raw)
  if (text === '') return fail('Write an amount, for example 18.50.')
  if (text.startsWith('-')) return fail('An amount can\'t be negative.')
  const value = readNumber(text)
  return value === null || value > 1_000_000 ? fail(`"${raw.trim()}" can't be read as an amount. Write it like 18.50.`) : { ok: true, value }
}
