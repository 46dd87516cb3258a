import { formatNumber } from '#core/basics/units'
import type { ArtFigures } from '#core/art/art-report'
import { largestOf } from './artworks'
import type { ArtworkSummary } from './artworks'
import { BLANK_PLACEMENT, BLANK_PLAN } from './jobs'
import type { PlacementForm, PlanForm } from './jobs'

/** What was found of art as a plan has it written; where pieces differ, of the largest and the finest of them. @param found at least one */
export function writtenFigures(found: readonly ArtFigures[]): Pick<PlacementForm, 'artWidth' | 'artHeight' | 'openFraction' | 'finest'> {
  const f = largestOf(found)
  return {
    artWidth: `${formatNumber(f.width, 1)} mm`,
    artHeight: `${formatNumber(f.height, 1)} mm`,
    openFraction: `${formatNumber((100 * f.openArea) / (f.width * f.height), 1)} %`,
    finest: f.finest === null ? '' : `${formatNumber(f.finest, 2)} mm`,
  }
}

/** A plan for a piece with each of these stencils, called as its stencil is; what the piece is has still to be said. */
export function planOfStencils(arts: readonly Pick<ArtworkSummary, 'id' | 'name' | 'figures'>[]): PlanForm {
  const [first] = arts
  if (!first) return structuredClone(BLANK_PLAN)
  const each = arts.length > 1 ? arts.map(art => art.id) : []
  const placement = { ...BLANK_PLACEMENT, artworkId: first.id, artworkIds: each, ...writtenFigures(arts.map(art => art.figures)) }
  // A comma in a name would make two of it.
  const names = arts.map(art => art.name.replace(/[\n,;]+ */g, ' ')).join('\n')
  return { ...structuredClone(BLANK_PLAN), pieces: String(arts.length), names, placements: [placement] }
}
