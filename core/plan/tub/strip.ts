/** What a universal strip looks like from pH 0 to 14: sRGB and the word for it. Invented shades in the usual order; value from memory. */
export const STRIP_CHART: readonly { pH: number, rgb: readonly [number, number, number], word: string }[] = [
  { pH: 0, rgb: [166, 24, 36], word: 'deep red' },
  { pH: 1, rgb: [196, 34, 40], word: 'red' },
  { pH: 2, rgb: [222, 60, 44], word: 'red' },
  { pH: 3, rgb: [234, 98, 48], word: 'orange-red' },
  { pH: 4, rgb: [240, 140, 52], word: 'orange' },
  { pH: 5, rgb: [242, 186, 62], word: 'yellow-orange' },
  { pH: 6, rgb: [226, 210, 74], word: 'yellow' },
  { pH: 7, rgb: [150, 184, 82], word: 'green' },
  { pH: 8, rgb: [84, 156, 108], word: 'blue-green' },
  { pH: 9, rgb: [52, 126, 140], word: 'teal' },
  { pH: 10, rgb: [48, 92, 160], word: 'blue' },
  { pH: 11, rgb: [62, 64, 156], word: 'violet-blue' },
  { pH: 12, rgb: [84, 46, 142], word: 'violet' },
  { pH: 13, rgb: [92, 32, 118], word: 'deep violet' },
  { pH: 14, rgb: [80, 22, 90], word: 'dark violet' },
]

type Rgb = [number, number, number]

/** The colour at a pH, between the fields of the chart. */
export function stripColour(pH: number): Rgb {
  const at = Math.max(0, Math.min(14, pH))
  const below = STRIP_CHART[Math.floor(at)]!
  const above = STRIP_CHART[Math.min(14, Math.floor(at) + 1)]!
  const t = at - Math.floor(at)
  return [0, 1, 2].map(i => Math.round(below.rgb[i]! + (above.rgb[i]! - below.rgb[i]!) * t)) as Rgb
}

/** How one says the colour of a pH. */
export const stripWord = (pH: number): string => STRIP_CHART[Math.round(Math.max(0, Math.min(14, pH)))]!.word

/** The pH whose place on the chart lies nearest to a colour, to a tenth. A strip is not read finer than that, mostly coarser. */
export function readStrip(rgb: Rgb): number {
  let [best, nearest] = [0, Infinity]
  for (let tenth = 0; tenth <= 140; tenth++) {
    const colour = stripColour(tenth / 10)
    const off = rgb.reduce((sum, v, i) => sum + (v - colour[i]!) ** 2, 0)
    if (off < nearest) [best, nearest] = [tenth / 10, off]
  }
  return best
}
