import { cutStencil, moveLines, nest } from '#core/art/sheet'
import type { CutSheet, CutStencil, NestedSheet, Nesting } from '#core/art/sheet'
import type { Ring } from '#core/basics/outline'
import type { HouseRules } from '#core/trade/house'
import { artworkAt } from '#shared/sheets'
import type { Pass } from '#shared/passes'
import type { PlacedStencil, Roll, SheetEntry } from '#shared/sheets'

/** A stencil that is to be cut, for one piece. */
export interface SheetPiece {
  stencil: CutStencil
  title: string
}

/** Every stencil of every piece, bent where the piece tapers, numbered. */
export function sheetPieces(
  placed: readonly PlacedStencil[],
  open: ReadonlyMap<string, Ring[]>,
  nameOf: (id: string) => string,
  passes: readonly Pass[],
  { pieces, slits, marks }: Pick<SheetEntry, 'pieces' | 'slits' | 'marks'>,
  rules: HouseRules,
): SheetPiece[] {
  const slit = slits === 'machine' ? 'machine' : slits === 'drawn' ? 'hand' : null
  return Array.from({ length: pieces }, (_, piece) =>
    placed.flatMap((p) => {
      const artworkId = artworkAt(p, piece, passes)
      const art = open.get(artworkId)
      if (!art) return []
      const number = pieces > 1 ? `${piece + 1}/${pieces}` : ''
      const arc = p.verdict?.cut === 'arc' ? p.verdict.arc.arc : null
      return [
        {
          stencil: cutStencil(art, {
            border: p.border,
            weedingGap: rules.sheetGap / 2,
            arc,
            number,
            marks,
            slits: slit && { slits: p.slits, by: slit },
          }),
          title: `${nameOf(artworkId)}${number ? `, piece ${piece + 1} of ${pieces}` : ''}`,
        },
      ]
    }),
  ).flat()
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
