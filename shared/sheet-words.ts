import { gapBetween, wrapOverlap } from '#core/piece/placement'
import type { Pass as Parted } from '#core/art/passes'
import type { HouseRules } from '#core/trade/house'
import { overlapArt, placedProblems } from './placements'
import type { LaidPart, SheetFacts } from './sheet-parts'

/** Art wider than this share of the girth is meant to go all round. */
const WRAPS = 0.93

type Length = (mm: number) => string

/** What a placed stencil is called; which of several alike it is. */
export function stencilTitle({ placed }: LaidPart, i: number, facts: SheetFacts): string {
  const { artworkId } = placed[i]!
  const same = placed.filter(p => p.artworkId === artworkId)
  const name = facts.artwork(artworkId)?.name ?? 'stencil'
  return same.length > 1 ? `${name} (${same.indexOf(placed[i]!) + 1})` : name
}

/** What is wrong with where stencils are, or how they would lie. */
export function partWarnings(laid: LaidPart, facts: SheetFacts, length: Length): string[] {
  const usual = facts.rules.border
  return laid.placed.flatMap((p, i) =>
    [
      ...placedProblems(p, laid.ground),
      ...(p.verdict && !p.verdict.lies ? [p.verdict.sentence] : []),
      ...(p.border < usual - 0.05
        ? [`The curve takes only ${length(p.border)} of border instead of ${length(usual)}; tape beyond it.`]
        : []),
    ].map(text => `${stencilTitle(laid, i, facts)}: ${text}`),
  )
}

function meets(width: number, girth: number, { seamTolerance }: HouseRules, length: Length): string {
  const over = wrapOverlap(width, girth)
  if (Math.abs(over) <= seamTolerance) return 'meets'
  return over > 0 ? `overlaps by ${length(over)}` : `leaves ${length(-over)} open`
}

/** How repeats share the way round, and whether art that goes all round meets: on this wall, and on the batch as it was measured. */
export function spacingWords({ part, placed, ground: { wall }, batch }: LaidPart, facts: SheetFacts, length: Length): string[] {
  if (!wall) return []
  return part.placements.flatMap((line, i) => {
    const first = placed.find(p => p.line === i)?.placement
    const artwork = facts.artwork(line.artworkId)
    if (!first || !artwork) return []
    const girth = 2 * Math.PI * wall.at(first.middle).r
    const { name, figures: { width } } = artwork
    if (width > WRAPS * girth) {
      const said = (g: number) => meets(width, g, facts.rules, length)
      const others = batch.length > 1
        ? `; of the batch the thickest piece ${said(Math.max(...batch))}, the thinnest ${said(Math.min(...batch))}`
        : ''
      return [`${name} goes all round and ${said(girth)}${others}.`]
    }
    if (line.count < 2) return []
    const gap = gapBetween(line.count, first.width, girth)
    return [`${line.count} times ${name}: ${gap >= 0 ? `${length(gap)} between two borders` : `borders overlap by ${length(-gap)}`}.`]
  })
}

/** What one pass of a part has on it and what is taped over, step by step. */
export function passLine(laid: LaidPart, { placements, tapeOver }: Parted, last: boolean, facts: SheetFacts): string {
  const names = (which: readonly number[]) => which.map(i => stencilTitle(laid, i, facts)).join(', ')
  // Art over art that is etched already: the tape stays out of the new opening.
  const overlaps = tapeOver.some(e => placements.some(p => overlapArt(laid.placed[e]!, laid.placed[p]!, laid.ground.wall)))
  return [
    `${names(placements)}.`,
    tapeOver.length > 0 ? `Tape over ${names(tapeOver)}.` : '',
    overlaps ? 'Where the art overlaps, leave what this stencil opens uncovered.' : '',
    last ? '' : 'Rinse fully and dry before the next.',
  ].filter(part => part !== '').join(' ')
}
