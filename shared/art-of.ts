import { compose, ornamentSvg, shapeArea } from '#core/art/compose'
import { letters, readSvg, sizedArt } from '#core/art/drawing'
import type { ArtSize, Drawing, LetterFace } from '#core/art/drawing'
import type { Region, Ring } from '#core/basics/outline'
import type { ArtSource } from './artworks'

type Part = Extract<ArtSource, { kind: 'parts' }>['parts'][number]

/** Where letters and drawings come from: faces are fetched, drawings that were read before are known. */
export interface ArtSupply {
  /** @param id of a shipped face, or of one of the studio's own */
  faceOf: (id: string) => Promise<LetterFace>
  drawingOf?: (text: string) => Drawing
}

async function lettersAt(what: Extract<ArtSource, { kind: 'letters' }>, size: ArtSize, { faceOf }: ArtSupply): Promise<Ring[]> {
  const face = await faceOf(what.face)
  return sizedArt(letters(what, face), size, face)
}

async function partArea({ what }: Part, supply: ArtSupply): Promise<Region> {
  const drawn = (text: string, width: number) => sizedArt((supply.drawingOf ?? readSvg)(text), { width, capital: null })
  switch (what.kind) {
    case 'letters':
      return lettersAt(what, what, supply)
    case 'drawing':
      return drawn(what.text, what.width)
    case 'ornament':
      return drawn(ornamentSvg(what.ornament), what.width)
    case 'shape':
      return shapeArea(what.shape, what.width, what.height, what.line)
  }
}

/**
 * The art of a source at its size, mm, before its polarity; what is composed has the size of its parts.
 * @returns notes: what was left out of drawings @throws ArtRefused
 */
export async function artOf(source: ArtSource, size: ArtSize, supply: ArtSupply): Promise<{ art: Ring[], notes: string[] }> {
  const drawingOf = supply.drawingOf ?? readSvg
  if (source.kind === 'letters') return { art: await lettersAt(source, size, supply), notes: [] }
  if (source.kind === 'svg') {
    const drawing = drawingOf(source.text)
    return { art: sizedArt(drawing, { width: size.width, capital: null }), notes: drawing.notes }
  }
  const areas = await Promise.all(source.parts.map(part => partArea(part, supply)))
  const notes = source.parts.flatMap(({ what }) => (what.kind === 'drawing' ? drawingOf(what.text).notes : []))
  return { art: compose(source.parts.map((part, i) => ({ ...part, area: areas[i]! }))), notes }
}
