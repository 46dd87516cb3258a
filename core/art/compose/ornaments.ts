/** Small drawings that ship with Crest, drawn for it, so that a glass needs no file. Each in a space of about 100 units. */
export const ORNAMENTS = [
  { id: 'anchor', text: 'Anchor' },
  { id: 'boat', text: 'Sailing boat' },
  { id: 'gull', text: 'Gull' },
  { id: 'lighthouse', text: 'Lighthouse' },
  { id: 'fish', text: 'Fish' },
  { id: 'star', text: 'Compass star' },
  { id: 'wave', text: 'Waves' },
  { id: 'rope', text: 'Rope' },
] as const
export type OrnamentId = (typeof ORNAMENTS)[number]['id']

const lines = (d: string, width: number) =>
  `<path d="${d}" fill="none" stroke="#000" stroke-width="${width}" stroke-linecap="round" stroke-linejoin="round"/>`
const filled = (d: string) => `<path d="${d}" fill-rule="evenodd"/>`

const DRAWN: Record<OrnamentId, { box: string, inner: string }> = {
  anchor: {
    box: '0 0 100 120',
    inner: `<circle cx="50" cy="14" r="10" fill="none" stroke="#000" stroke-width="8"/>${lines(
      'M50 24V110M28 40H72M10 74C13 98 31 110 50 110S87 98 90 74M10 74L3 88M10 74L24 82M90 74L97 88M90 74L76 82',
      8,
    )}`,
  },
  boat: { box: '0 0 100 100', inner: filled('M48 4V70H8Z M55 18L90 70H55Z M4 78H96C92 88 88 94 82 97H18C12 94 8 88 4 78Z') },
  gull: { box: '0 0 100 40', inner: lines('M5 30C16 9 36 8 50 28C64 8 84 9 95 30', 8) },
  lighthouse: {
    box: '0 0 80 110',
    inner: filled(
      'M32 0H48V14H32Z M26 18H54V24H26Z M28 28H52L54 44H26Z M25 50H55L57 66H23Z M22 72H58L60 88H20Z M8 94H72V104H8Z',
    ),
  },
  fish: {
    box: '0 0 100 60',
    inner: filled('M3 30C22 6 56 6 76 27L97 10C93 24 93 36 97 50L76 33C56 54 22 54 3 30Z M20 25A4 4 0 1 0 20.1 25Z'),
  },
  star: {
    box: '0 0 100 100',
    inner: filled('M50 0L57 35L68 32L65 43L100 50L65 57L68 68L57 65L50 100L43 65L32 68L35 57L0 50L35 43L32 32L43 35Z'),
  },
  wave: {
    box: '0 0 100 22',
    inner: lines('M4 11C9 3 15 3 19.3 11S30 19 34.7 11S45 3 50 11S61 19 65.3 11S76 3 80.7 11S91 19 96 11', 4),
  },
  rope: {
    box: '0 0 100 16',
    inner: filled(
      [0, 1, 2, 3, 4, 5, 6, 7]
        .map(i => `M${2 + 12 * i} 14C${2 + 12 * i} 6 ${7 + 12 * i} 2 ${13 + 12 * i} 2C${13 + 12 * i} 10 ${8 + 12 * i} 14 ${2 + 12 * i} 14Z`)
        .join(' '),
    ),
  },
}

/** An ornament as an SVG drawing, read like any other. */
export function ornamentSvg(id: OrnamentId): string {
  const { box, inner } = DRAWN[id]
  const [, , width, height] = box.split(' ')
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="${box}" width="${width}mm" height="${height}mm">${inner}</svg>`
}
