import { formatFraction, parseFraction, parseLength } from '#core/basics/units'

/** What Crest read from a field, said beside it so that a wrong unit is seen at once. */
export function useReadings() {
  const units = useUnits()
  return {
    length(text: string): string | null {
      const parsed = parseLength(text, units.unit.value)
      return text && parsed.ok ? `Reads as ${units.bothLengths(parsed.value)}` : null
    },
    share(text: string): string | null {
      const parsed = parseFraction(text)
      return text && parsed.ok ? `Reads as ${formatFraction(parsed.value)}` : null
    },
  }
}
