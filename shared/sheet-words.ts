import { placeWords, seamGap } from '#core/piece/blank'
import { gapBetween } from '#core/piece/placement'
import type { Pass as Parted } from '#core/art/passes'
import type { HouseRules } from '#core/trade/house'
import { overlapArt, placedProblems } from './placements'
import { neededStencils, overlapOf } from './sheet-parts'
import type { LaidPart, NeededStencil, SheetFacts } from './sheet-parts'

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
      ...(p.verdict && p.verdict.largest !== null ? [placeWords(p.verdict)] : []),
      ...(p.border < usual - 0.05
        ? [`The curve takes only ${length(p.border)} of border instead of ${length(usual)}; tape beyond it.`]
        : []),
    ].map(text => `${stencilTitle(laid, i, facts)}: ${text}`),
  )
}

/** How art as wide as this meets itself at the back. */
function meets(width: number, girth: number, { seamTolerance }: HouseRules, length: Length): string {
  const gap = seamGap(width, girth, seamTolerance)
  if (gap === 0) return 'meets itself'
  return gap > 0 ? `leaves ${length(gap)} plain at the back` : `is ${length(-gap)} too long and is cut off`
}

/** More pieces than this are told by their range. */
const MOST_TOLD = 6

/** How long the film of art that goes all round is on each piece, and how the art meets itself there. */
function aroundWords(laid: LaidPart, line: number, facts: SheetFacts, length: Length): string[] {
  const pieces = neededStencils(laid).filter(s => s.place.line === line && s.piece !== null)
  const overlap = overlapOf(laid.part, facts.rules)
  const title = (s: NeededStencil) => facts.artwork(s.artworkId)?.name ?? 'stencil'
  const fit = (s: NeededStencil) => meets(facts.artwork(s.artworkId)?.figures.width ?? 0, s.girth, facts.rules, length)
  const ends = overlap === 0 ? 'edge to edge' : overlap > 0 ? `overlapping by ${length(overlap)}` : `with a gap of ${length(-overlap)}`
  const film = (s: NeededStencil) => length(s.girth + overlap)
  const alike = new Set(pieces.map(film)).size < 2
  const [first] = pieces
  if (!first) return []
  if (alike && new Set(pieces.map(title)).size === 1)
    return [`${title(first)} goes all round, on film ${film(first)} long, its ends ${ends}. The art ${fit(first)}.`]
  const range = [...pieces].sort((a, b) => a.girth - b.girth)
  const each = pieces.length > MOST_TOLD
    ? `from ${film(range[0]!)} to ${film(range.at(-1)!)}`
    : pieces.map(s => `${film(s)} for ${s.noun} ${s.piece}`).join(', ')
  const off = pieces.filter(s => fit(s) !== 'meets itself').slice(0, MOST_TOLD)
  return [
    `Each film is as long as its piece is round, its ends ${ends}: ${each}.`,
    ...off.map(s => `On ${s.noun} ${s.piece} the art ${fit(s)}.`),
  ]
}

/** How repeats share the way round, and how what goes all round meets itself on every piece. */
export function spacingWords(laid: LaidPart, facts: SheetFacts, length: Length): string[] {
  const { part, placed, ground: { wall } } = laid
  if (!wall) return []
  return part.placements.flatMap((line, i) => {
    const first = placed.find(p => p.line === i)
    const artwork = facts.artwork(line.artworkId)
    if (!first?.placement || !artwork) return []
    if (first.wraps) return aroundWords(laid, i, facts, length)
    if (line.count < 2) return []
    const gap = gapBetween(line.count, first.placement.width, 2 * Math.PI * wall.at(first.placement.middle).r)
    const between = gap >= 0 ? `${length(gap)} between two borders` : `borders overlap by ${length(-gap)}`
    return [`${line.count} times ${artwork.name}: ${between}.`]
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
