import { cutStencil, moveLines, nest } from '#core/art/sheet'
import type { CutSheet, CutStencil, NestedSheet, Nesting } from '#core/art/sheet'
import type { Ring } from '#core/basics/outline'
import type { HouseRules } from '#core/trade/house'
import type { Roll } from '#shared/rolls'
import { markOf, neededStencils, overlapOf, partLetter, pieceWords } from '#shared/sheet-parts'
import type { LaidPart, SheetFacts } from '#shared/sheet-parts'
import type { SheetEntry } from '#shared/sheets'

/** A stencil that is to be cut, for one piece. */
export interface SheetPiece {
  stencil: CutStencil
  title: string
}

/** Every stencil of every part, bent where its piece tapers, marked. */
export function sheetPieces(
  laid: readonly LaidPart[],
  open: ReadonlyMap<string, Ring[]>,
  { artwork, rules }: SheetFacts,
  { slits, marks }: Pick<SheetEntry, 'slits' | 'marks'>,
): SheetPiece[] {
  const slit = slits === 'machine' ? 'machine' : slits === 'drawn' ? 'hand' : null
  return laid.flatMap((part, k) => {
    const letter = partLetter(k, laid.length)
    const overlap = overlapOf(part.part, rules)
    return neededStencils(part).flatMap((needed): SheetPiece[] => {
      const { place, artworkId } = needed
      const art = open.get(artworkId)
      if (!art) return []
      const arc = place.verdict?.cut === 'arc' ? place.verdict.arc.arc : null
      const stencil = cutStencil(art, {
        border: place.border,
        weedingGap: rules.sheetGap / 2,
        arc,
        number: markOf(needed, letter),
        marks,
        slits: slit && { slits: place.slits, by: slit },
        wrap: place.wraps ? { girth: needed.girth, overlap } : undefined,
      })
      const words = [artwork(artworkId)?.name ?? 'stencil', pieceWords(needed), letter && `${letter}, ${part.ours[0]?.customer ?? ''}`]
      return [{ stencil, title: words.filter(word => word !== '').join(', ') }]
    })
  })
}

/** Lays them on what the shelf has of this resist. */
export function layOut(pieces: readonly SheetPiece[], rolls: readonly Roll[], rules: HouseRules): Nesting {
  return nest(
    pieces.map((p, what) => ({ width: p.stencil.width, height: p.stencil.height, what })),
    rolls,
    { gap: rules.sheetGap, scrapLeast: rules.scrapLeast },
  )
}

/** The lines of one nested sheet, where they lie on the stock. */
export function linesOf(sheet: NestedSheet, pieces: readonly SheetPiece[]): CutSheet {
  return {
    width: sheet.stock.width,
    height: sheet.used,
    lines: sheet.laid.flatMap(l => moveLines(pieces[l.what]!.stencil.lines, pieces[l.what]!.stencil.height, { x: l.x, y: l.y }, l.turned)),
  }
}

/** Hands a file to the browser to keep. */
export function keepFile(name: string, type: string, content: string | Uint8Array): void {
  const url = URL.createObjectURL(new Blob([content as BlobPart], { type }))
  const link = document.createElement('a')
  link.href = url
  link.download = name.toLowerCase().replace(/[^a-z0-9.]+/g, '-')
  link.click()
  setTimeout(() => URL.revokeObjectURL(url), 10_000)
}
