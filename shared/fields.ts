import { z } from 'zod'
import { parseLength, parseLengths, parseRollLength } from '#core/basics/units'
import type { Parsed } from '#core/basics/units'

/** A field that people fill in by hand: text in, a number in base units out, the parser's own sentence on error. */
export function writtenField(parse: (text: string) => Parsed, check?: (value: number) => string | null) {
  return z
    .string()
    .max(60, 'That is too long to be a reading.')
    .transform((text, context) => {
      const parsed = parse(text)
      const error = parsed.ok ? (check?.(parsed.value) ?? null) : parsed.error
      if (!parsed.ok || error) {
        context.addIssue({ code: 'custom', message: error ?? '' })
        return z.NEVER
      }
      return parsed.value
    })
}

/** The same, and nothing written is null. */
export function optionalField(parse: (text: string) => Parsed, check?: (value: number) => string | null) {
  const field = writtenField(parse, check)
  return z
    .string()
    .max(60, 'That is too long to be a reading.')
    .transform((text, context): number | null => {
      if (text.trim() === '') return null
      const read = field.safeParse(text)
      if (read.success) return read.data
      context.addIssue({ code: 'custom', message: read.error.issues[0]!.message })
      return z.NEVER
    })
}

export type LengthUnit = 'mm' | 'in'

/** Fields that hold lengths, and the unit taken where none is written. */
const lengthUnits = new WeakMap<z.ZodType, LengthUnit>()
const ofLength = <F extends z.ZodType>(field: F, unit: LengthUnit): F => {
  lengthUnits.set(field, unit)
  return field
}
/** The unit that a field takes a bare number in; undefined where it holds no length. */
export const lengthUnitOf = (field: z.ZodType): LengthUnit | undefined => lengthUnits.get(field)

/** A length in mm as people write it. @param unit taken where none is written */
export const lengthField = (unit: LengthUnit, check?: (mm: number) => string | null) =>
  ofLength(
    writtenField(text => parseLength(text, unit), check),
    unit,
  )
/** The length of what comes on a roll, in mm. */
export const rollLengthField = (unit: LengthUnit, check?: (mm: number) => string | null) =>
  ofLength(
    writtenField(text => parseRollLength(text, unit), check),
    unit,
  )
/** The same as a length, and nothing written is null. */
export const optionalLength = (unit: LengthUnit, check?: (mm: number) => string | null) =>
  ofLength(
    optionalField(text => parseLength(text, unit), check),
    unit,
  )
/** A length to one side or, with a minus before it, to the other; nothing written is none. @param most mm either way */
export const signedLength = (unit: LengthUnit, most: number) =>
  ofLength(
    optionalField((text) => {
      const back = /^\s*[-−]/.test(text)
      const read = parseLength(text.replace(/^\s*[-−+]/, ''), unit)
      return read.ok && back ? { ok: true as const, value: -read.value } : read
    }, mm => (Math.abs(mm) > most ? `That is more than ${most} mm. Check the unit.` : null)).transform(mm => mm ?? 0),
    unit,
  )

/** A plain number, `''` the usual one. */
export const numberField = (least: number, most: number, usual: number) =>
  z
    .string()
    .max(12, `Write a number from ${least} to ${most}.`)
    .default('')
    .transform((text, context): number => {
      const value = text.trim() === '' ? usual : Number(text.trim().replace(/\s*[%°]$/, '').replace(',', '.').replace('−', '-'))
      if (Number.isFinite(value) && value >= least && value <= most) return value
      context.addIssue({ code: 'custom', message: `Write a number from ${least} to ${most}.` })
      return z.NEVER
    })

/** Lengths in mm, one a line; nothing written is none. */
export const lengthLines = (unit: LengthUnit, tooLong: string) =>
  ofLength(
    z
      .string()
      .max(2000, tooLong)
      .transform((text, context): number[] =>
        parseLengths(text, unit).flatMap(({ read }) => {
          if (read.ok) return [read.value]
          context.addIssue({ code: 'custom', message: read.error })
          return []
        }),
      ),
    unit,
  )

/** What was written with the unit it was meant in, so that it stays what it was when the house changes its unit. */
export function withUnit(text: string, unit: LengthUnit): string {
  return text
    .split('\n')
    .map(line => (/[\d½⅓⅔¼¾⅕⅖⅗⅘⅙⅚⅛⅜⅝⅞]/.test(line) && !/[a-z"'“”″‘’′]/i.test(line) ? `${line.trim()} ${unit}` : line))
    .join('\n')
}

/** A day as `2026-06-01`, checked to exist, of this century: no other is anybody's due date. */
export const dayField = z
  .string()
  .refine(
    text => /^20\d{2}-\d{2}-\d{2}$/.test(text) && !Number.isNaN(Date.parse(text)) && new Date(text).toISOString().startsWith(text),
    'Choose a day.',
  )

/** First message per field path, to stand beside the field. */
export function fieldErrors(error: z.ZodError): Record<string, string> {
  const errors: Record<string, string> = {}
  for (const issue of error.issues) errors[issue.path.join('.')] ??= issue.message
  return errors
}
