import { existsSync, readFileSync } from 'node:fs'
import { letters, preparedArt, readFace, readSvg, sheetOf } from '../core/art/drawing'
import type { FaceId } from '../core/art/drawing'
import { artFigures, leastOf, reportStencil } from '../core/art/art-report'
import { etchantKind } from '../core/trade/materials'
import { artworkSchema } from '../shared/artworks'
import type { ArtworkForm } from '../shared/artworks'
import { addArtwork } from '../server/services/artworks'
import { checkArt } from '../server/services/art-check'
import type { Context } from '../server/services/context'
import { studioOf } from '../server/services/studio'
import { ARTWORKS } from './world'

const FACES: Record<FaceId, string> = {
  plain: 'atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-SET-600-normal.woff',
  stencil: 'allerta-stencil/files/allerta-stencil-SET-400-normal.woff',
  serif: 'cormorant-garamond/files/cormorant-garamond-SET-600-normal.woff',
  script: 'dancing-script/files/dancing-script-SET-600-normal.woff',
}
const faceFiles = (face: FaceId) =>
  ['latin', 'latin-ext']
    .map(set => new URL(`../node_modules/@fontsource/${FACES[face].replace('SET', set)}`, import.meta.url))
    .filter(f => existsSync(f))
    .map(f => new Uint8Array(readFileSync(f)).buffer)

/** Art goes through the same steps as on the screen. @param ids of blanks and bottles by their keys; those of the art are added */
export async function loadArt(context: Context, ids: Record<string, string>, newId: () => string): Promise<void> {
  const { rules } = await studioOf(context.pool)
  for (const { key, blank, lot, file, form: sketch } of ARTWORKS) {
    const source: ArtworkForm['source'] = file
      ? { kind: 'svg', file, traced: false, text: readFileSync(new URL(`art/${file}`, import.meta.url), 'utf8') }
      : sketch.source
    const form: ArtworkForm = { ...sketch, source, blankId: blank ? ids[`blank ${blank}`]! : '', lotId: ids[lot]! }
    const art = artworkSchema(rules.lengthUnit).parse(form)
    const face = art.source.kind === 'letters' ? readFace(faceFiles(art.source.face)) : null
    const drawing = art.source.kind === 'letters' ? letters(art.source, face!) : readSvg(art.source.text)
    const open = preparedArt(drawing, art, art, face)
    const report = reportStencil(open, sheetOf(open, rules.border), {
      undercut: etchantKind('general-cream').undercut.value,
      least: leastOf(art.cutBy, rules),
      largeOpening: rules.largeOpening,
      weedPerPiece: rules.weedPerPiece,
      weedPerMetre: rules.weedPerMetre,
    })
    ids[`art ${key}`] = newId()
    await addArtwork(context, ids[`art ${key}`]!, form, artFigures(open, report), async task => checkArt(task))
  }
}
