import { leastOf } from '#core/art/art-report'
import type { ReportLimits } from '#core/art/art-report'
import type { ArtSize } from '#core/art/drawing'
import { creepAt } from '#core/plan/dwell'
import { etchantKind } from '#core/trade/materials'
import { artworkSchema } from '#shared/artworks'
import type { Artwork, ArtworkEntry } from '#shared/artworks'
import type { LengthUnit } from '#shared/fields'
import type { StencilTask } from '~/workers/stencil'

/** Creep under an edge by the end of the planned dwell: of the chosen lot, or nothing where none was chosen. mm */
export function plannedUndercut(entry: Pick<ArtworkEntry, 'lotId' | 'dwell'>): number {
  const lot = entry.lotId ? useStudioStore().lot(entry.lotId) : undefined
  if (!lot || lot.labelMin === null || lot.labelMax === null) return 0
  const label = { min: lot.labelMin, max: lot.labelMax }
  const coupon = lot.coupons.find(c => c.substrate === 'soda-lime') ?? null
  return creepAt({ coupon, kind: etchantKind(lot.kind), label }, entry.dwell ?? label.max)
}

export function reportLimits(entry: ArtworkEntry): ReportLimits {
  const { rules } = useStudioStore()
  return {
    undercut: plannedUndercut(entry),
    least: leastOf(entry.cutBy, rules),
    largeOpening: rules.largeOpening,
    weedPerPiece: rules.weedPerPiece,
    weedPerMetre: rules.weedPerMetre,
  }
}

/** How large art is wanted; what is composed has the size of its parts. */
export const sizeOf = ({ source, width, capital }: ArtworkEntry): ArtSize => ({
  width: source.kind === 'parts' ? 0 : width,
  capital: source.kind === 'letters' ? capital : null,
})

/** What the worker is asked for the open area of an entry. */
export const openTask = (entry: ArtworkEntry): StencilTask => {
  const { source, polarity, margin, through, fixes } = entry
  return { kind: 'open', source, size: sizeOf(entry), design: { polarity, margin, through }, fixes }
}
/** The same of an artwork as it is kept. @param unit of lengths without one */
export const keptOpenTask = (artwork: Artwork, unit: LengthUnit): StencilTask => openTask(artworkSchema(unit).parse(artwork.entered))

/** What the worker is asked for an entry. */
export const lookTask = (entry: ArtworkEntry): StencilTask => ({
  kind: 'look',
  source: toRaw(entry.source),
  size: sizeOf(entry),
  design: { polarity: entry.polarity, margin: entry.margin, through: entry.through },
  fixes: entry.fixes.map(f => toRaw(f)),
  border: useStudioStore().rules.border,
  limits: reportLimits(entry),
})
