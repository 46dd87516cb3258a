import type { Shrunk } from '#core/art/drawing'

/** Says which letters are smaller than was asked, and what a line more would give them. */
export function shrunkWords(units: ReturnType<typeof useUnits>, { text, asked, set, parted }: Shrunk): string {
  const name = text.replace(/\n/g, ' ')
  const smaller = `“${name}” is too long for its place: its capitals are ${units.length(set)} tall instead of ${units.length(asked)}.`
  if (!parted) return smaller
  return `${smaller} With a new line after “${parted.after}” they would be ${units.length(parted.set)}.`
}
