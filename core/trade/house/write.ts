import {
  formatDuration,
  formatNumber,
  formatTimeOfDay,
  parseArea,
  parseCount,
  parseDuration,
  parseFactor,
  parseFraction,
  parseLength,
  parseMass,
  parseMoney,
  parseNumber,
  parsePressure,
  parseTemperature,
  parseTimeOfDay,
  parseVolume,
} from '../../basics/units'
import type { Parsed } from '../../basics/units'
import { isZone } from '../../basics/zone'
import type { RuleKind, RuleSpec } from './rules'

/** `1 h 30 min` where that is the whole of it; else in seconds. */
function writeTime(seconds: number): string {
  const words = formatDuration(seconds).replaceAll('\u00a0', ' ')
  const read = parseDuration(words)
  return read.ok && read.value === seconds ? words : `${formatNumber(seconds, 2)} s`
}

/** How a rule of each kind is written in its field and read back. Values in base units. */
const KINDS: Record<Exclude<RuleKind, TextKind>, { write: (value: number) => string, read: (text: string) => Parsed }> = {
  length: { write: v => `${formatNumber(v, 2)} mm`, read: text => parseLength(text) },
  area: { write: v => `${formatNumber(v / 100, 2)} cm²`, read: parseArea },
  time: { write: writeTime, read: parseDuration },
  volume: { write: v => `${formatNumber(v, 2)} mL`, read: parseVolume },
  mass: { write: v => `${formatNumber(v, 1)} g`, read: parseMass },
  share: {
    write: v => `${formatNumber(v * 100, 2)} %`,
    read: text => (/^\s*0+\s*%?\s*$/.test(text) ? { ok: true, value: 0 } : parseFraction(text)),
  },
  factor: { write: v => formatNumber(v, 3), read: parseFactor },
  count: { write: v => formatNumber(v), read: parseCount },
  days: {
    write: v => formatNumber(v),
    read: (text) => {
      const value = parseNumber(text.replace(/ ?(days?|d)$/i, ''))
      return value === null ? { ok: false, error: 'Write a number of days, for example 90.' } : { ok: true, value }
    },
  },
  temperature: { write: v => `${formatNumber(v, 1)} °C`, read: parseTemperature },
  pressure: { write: v => `${formatNumber(v, 1)} kPa`, read: parsePressure },
  clock: { write: formatTimeOfDay, read: parseTimeOfDay },
  money: { write: v => formatNumber(v, 2), read: parseMoney },
}

type TextKind = 'choice' | 'currency' | 'zone'
const isText = (kind: RuleKind): kind is TextKind => kind === 'choice' || kind === 'currency' || kind === 'zone'

/** A rule's value as its field shows it. */
export function writeRule(spec: RuleSpec, value: string | number): string {
  return isText(spec.kind) ? String(value) : KINDS[spec.kind].write(Number(value))
}

/** What was written into a rule's field, or a sentence that says what may stand there. */
export function readRule(spec: RuleSpec, text: string): { ok: true, value: string | number } | { ok: false, error: string } {
  if (spec.kind === 'choice')
    return spec.options!.some(o => o.id === text) ? { ok: true, value: text } : { ok: false, error: 'Choose one of these.' }
  if (spec.kind === 'currency')
    return /^[A-Z]{3}$/.test(text.trim())
      ? { ok: true, value: text.trim() }
      : { ok: false, error: 'Three capital letters, for example EUR.' }
  if (spec.kind === 'zone')
    return isZone(text.trim())
      ? { ok: true, value: text.trim() }
      : { ok: false, error: 'Choose a time zone by its name, for example Europe/Lisbon.' }
  const { read, write } = KINDS[spec.kind]
  const parsed = read(text)
  if (!parsed.ok) return parsed
  const [least, most] = [spec.least!, spec.most!]
  // What the field shows may be rounded: the bounds themselves have to be enterable.
  const slack = 1e-6 * Math.max(1, Math.abs(most))
  return parsed.value < least - slack || parsed.value > most + slack
    ? { ok: false, error: `This rule goes from ${write(least)} to ${write(most)}.` }
    : parsed
}
