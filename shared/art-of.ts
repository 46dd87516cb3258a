import { compose, ornamentSvg, panelRound, shapeArea } from '#core/art/compose'
import { fittedLetters, readSvg, sizedArt } from '#core/art/drawing'
import type { ArtSize, Drawing, LetterFace, Shrunk } from '#core/art/drawing'
import type { Box, Ring } from '#core/basics/outline'
import type { ArtSource } from './artworks'

type Part = Extract<ArtSource, { kind: 'parts' }>['parts'][number]

/** Where letters and drawings come from: faces are fetched, drawings that were read before are known. */
export interface ArtSupply {
  /** @param id of a shipped face, or of one of the studio's own */
  faceOf: (id: string) => Promise<LetterFace>
  drawingOf?: (text: string) => Drawing
}

/** Art, and where its letters are smaller than was asked. */
interface Sized {
  art: Ring[]
  shrunk: Shrunk | null
}

const lettersAt = async (what: Extract<ArtSource, { kind: 'letters' }>, size: ArtSize, { faceOf }: ArtSupply): Promise<Sized> =>
  fittedLetters(what, size, await faceOf(what.face))

async function shapeOfPart({ what }: Part, supply: ArtSupply): Promise<Sized> {
  const asAsked = (art: Ring[]): Sized => ({ art, shrunk: null })
  const drawn = (text: string, width: number) => asAsked(sizedArt((supply.drawingOf ?? readSvg)(text), { width, capital: null }))
  switch (what.kind) {
    case 'letters':
      return lettersAt(what, what, supply)
    case 'drawing':
      return drawn(what.text, what.width)
    case 'ornament':
      return drawn(ornamentSvg(what.ornament), what.width)
    case 'shape':
      return asAsked(shapeArea(what.shape, what.width, what.height, what.line))
  }
}

/** What a part fills: its shape, or the panel round it. */
async function partArea(part: Part, supply: ArtSupply): Promise<Sized> {
  const sized = await shapeOfPart(part, supply)
  return part.polarity === 'background' ? { ...sized, art: panelRound(sized.art, part.panel) } : sized
}

/**
 * The art of a source at its size, mm, before its polarity; what is composed has the size of its parts.
 * @returns parts: the box of each, where it is composed; notes: what was left out of drawings; shrunk: which letters are smaller than was
 * asked @throws ArtRefused
 */
export async function artOf(
  source: ArtSource,
  size: ArtSize,
  supply: ArtSupply,
): Promise<{ art: Ring[], parts: Box[], notes: string[], shrunk: Shrunk[] }> {
  const drawingOf = supply.drawingOf ?? readSvg
  if (source.kind === 'letters') {
    const { art, shrunk } = await lettersAt(source, size, supply)
    return { art, parts: [], notes: [], shrunk: shrunk ? [shrunk] : [] }
  }
  if (source.kind === 'svg') {
    const drawing = drawingOf(source.text)
    return { art: sizedArt(drawing, { width: size.width, capital: null }), parts: [], notes: drawing.notes, shrunk: [] }
  }
  const sized = await Promise.all(source.parts.map(part => partArea(part, supply)))
  const notes = source.parts.flatMap(({ what }) => (what.kind === 'drawing' ? drawingOf(what.text).notes : []))
  const { art, boxes } = compose(source.parts.map((part, i) => ({ ...part, area: sized[i]!.art })))
  return {
    art,
    parts: boxes,
    notes,
    shrunk: sized.flatMap(s => (s.shrunk ? [s.shrunk] : [])),
  }
}
