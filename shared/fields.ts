import { z } from 'zod'
import type { Parsed } from '#core/units'

/** A field that people fill in by hand: text in, a number in base units out, the parser's own sentence on error. */
export function writtenField(parse: (text: string) => Parsed, check?: (value: number) => string | null) {
  return z.string().max(60, 'That is too long to be a reading.').transform((text, context) => {
    const parsed = parse(text)
    const error = parsed.ok ? check?.(parsed.value) ?? null : parsed.error
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
  return z.string().max(60, 'That is too long to be a reading.').transform((text, context): number | null => {
    if (text.trim() === '') return null
    const read = field.safeParse(text)
    if (read.success) return read.data
    context.addIssue({ code: 'custom', message: read.error.issues[0]!.message })
    return z.NEVER
  })
}

/** A day as `2026-06-01`, checked to exist, of this century: no other is anybody's due date. */
export const dayField = z.string().refine(
  text => /^20\d{2}-\d{2}-\d{2}$/.test(text) && !Number.isNaN(Date.parse(text)) && new Date(text).toISOString().startsWith(text),
  'Choose a day.',
)

/** First message per field path, to stand beside the field. */
export function fieldErrors(error: z.ZodError): Record<string, string> {
  const errors: Record<string, string> = {}
  for (const issue of error.issues) errors[issue.path.join('.')] ??= issue.message
  return errors
}
