import { KPA_PER_PSI, ML_PER_TEASPOON, MM_PER_INCH } from './constants'

export type LengthUnit = 'mm' | 'in'

/** No-break space: a number and its unit stay on one line. */
const NB = '\u00a0'

/** First letter large, as a sentence begins. */
export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1)

/** First letter small, as within a sentence; what a person wrote further on stays as it was. */
export const uncapital = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1)

/** Several of a thing, by the plain rules of English: `glasses`, `tumblers`, `candies`. */
export function plural(noun: string): string {
  if (/(s|x|z|ch|sh)$/.test(noun)) return `${noun}es`
  return /[^aeiou]y$/.test(noun) ? `${noun.slice(0, -1)}ies` : `${noun}s`
}

/** `4 tumblers`, `1 tumbler`. */
export const countOf = (count: number, noun: string): string => `${count} ${count === 1 ? noun : plural(noun)}`

/** A number with a fixed number of decimals, trailing zeros dropped; minus zero becomes zero. */
export function formatNumber(value: number, decimals = 0): string {
  // The nudge keeps decimal halves (9.45) from falling short of themselves in binary.
  const text = (value + Math.sign(value) * 1e-9).toFixed(decimals)
  const trimmed = text.includes('.') ? text.replace(/\.?0+$/, '') : text
  return trimmed === '-0' ? '0' : trimmed
}

/** A length to one side or the other as a field takes it, to a tenth of a mm: `−2.5 mm`; '' for none. */
export function signedMm(mm: number): string {
  const text = formatNumber(mm, 1)
  return text === '0' ? '' : `${text.replace('-', '−')} mm`
}

/** `value` to the nearest 1/`denominator` as a mixed number: 9.5 -> `9 1/2`. */
function mixedNumber(value: number, denominator: number): string {
  let numerator = Math.round(value * denominator)
  const whole = Math.floor(numerator / denominator)
  numerator -= whole * denominator
  if (numerator === 0) return String(whole)
  let bottom = denominator
  while (numerator % 2 === 0) {
    numerator /= 2
    bottom /= 2
  }
  return whole === 0 ? `${numerator}/${bottom}` : `${whole} ${numerator}/${bottom}`
}

/** Inches below this are read off a rule or a caliper, not off a tape. */
const SMALL_INCH = 0.5
/** A fraction may be off by this share of the length; where 64ths are farther off, decimals are shown. */
const OFF = 0.02

/** Small lengths in 16ths, 32nds or 64ths as far as these are true, else in thousandths. */
function inches(value: number): string {
  if (Math.abs(value) >= SMALL_INCH || value === 0) return mixedNumber(value, 16)
  const fine = [16, 32, 64].find(d => Math.abs(Math.round(value * d) / d - value) <= OFF * Math.abs(value))
  return fine ? mixedNumber(value, fine) : formatNumber(value, 3)
}

/**
 * @param mm length in millimetres
 * @param unit `in` gives the nearest sixteenth, as a tape shows it, and small lengths finer; `mm` one decimal below 100 mm, two
 * below 1 mm
 */
export function formatLength(mm: number, unit: LengthUnit = 'mm'): string {
  if (unit === 'in') return `${inches(mm / MM_PER_INCH)}${NB}in`
  return `${formatNumber(mm, Math.abs(mm) < 1 ? 2 : mm < 100 ? 1 : 0)}${NB}mm`
}

/** @param ml millilitres; from 1 L on in litres */
export function formatVolume(ml: number, unit: 'ml' | 'tsp' = 'ml'): string {
  if (unit === 'tsp') {
    const spoons = ml / ML_PER_TEASPOON
    const text = spoons >= 10 ? formatNumber(spoons) : mixedNumber(Math.ceil(spoons * 8 - 1e-9) / 8, 8)
    return `${text}${NB}tsp`
  }
  if (ml >= 1000) return `${formatNumber(ml / 1000, 2)}${NB}L`
  return `${formatNumber(ml, ml < 10 ? 1 : 0)}${NB}mL`
}

/** @param g grams */
export function formatMass(g: number): string {
  return `${formatNumber(g, g < 10 ? 1 : 0)}${NB}g`
}

/** @param mm2 square millimetres; from 1 cm² on in cm² */
export function formatArea(mm2: number): string {
  return mm2 >= 100 ? `${formatNumber(mm2 / 100, mm2 < 10_000 ? 1 : 0)}${NB}cm²` : `${formatNumber(mm2, 1)}${NB}mm²`
}

/** A stretch of time in words: `45 s`, `2 min 30 s`, `1 h 20 min`. @param seconds from 0 */
export function formatDuration(seconds: number): string {
  const total = Math.max(0, Math.round(seconds))
  if (total < 60) return `${total}${NB}s`
  if (total < 3600) {
    const rest = total % 60
    return `${Math.floor(total / 60)}${NB}min${rest ? ` ${rest}${NB}s` : ''}`
  }
  const minutes = Math.round(total / 60)
  return `${Math.floor(minutes / 60)}${NB}h${minutes % 60 ? ` ${minutes % 60}${NB}min` : ''}`
}

/** A running clock: `4:07`, `1:02:30`; time past zero is led by a minus sign. @param seconds may be negative */
export function formatClock(seconds: number): string {
  const total = Math.floor(Math.abs(seconds) + 1e-6)
  const sign = seconds < 0 && total > 0 ? '−' : ''
  const two = (n: number) => String(n).padStart(2, '0')
  const hours = Math.floor(total / 3600)
  const minutes = Math.floor(total / 60) % 60
  return hours > 0 ? `${sign}${hours}:${two(minutes)}:${two(total % 60)}` : `${sign}${minutes}:${two(total % 60)}`
}

/** A time of day: `8:30`. @param seconds from midnight; beyond a day it goes on from midnight again */
export function formatTimeOfDay(seconds: number): string {
  const minutes = Math.floor(seconds / 60 + 1e-6)
  return `${Math.floor(minutes / 60) % 24}:${String(minutes % 60).padStart(2, '0')}`
}

/** @param fraction 0 to 1 */
export function formatFraction(fraction: number): string {
  return `${formatNumber(fraction * 100, fraction < 0.1 ? 1 : 0)}${NB}%`
}

/** @param amount in whole currency units */
export function formatMoney(amount: number, currency: string): string {
  return `${amount.toFixed(2)}${NB}${currency}`
}

/** @param kpa kilopascals; psi stands beside it, as gauges have it */
export function formatPressure(kpa: number): string {
  return `${formatNumber(kpa)}${NB}kPa (${formatNumber(kpa / KPA_PER_PSI)}${NB}psi)`
}

/** @param celsius °C */
export function formatTemperature(celsius: number): string {
  return `${formatNumber(celsius, 1)}${NB}°C`
}
