import { readFileSync } from 'node:fs'
import { openArea, sheetOf } from '../core/art/drawing'
import { artFigures, leastOf, reportStencil } from '../core/art/art-report'
import { etchantKind } from '../core/trade/materials'
import { artOf } from '../shared/art-of'
import { artworkSchema } from '../shared/artworks'
import type { ArtworkForm } from '../shared/artworks'
import { addArtwork } from '../server/services/artworks'
import { withFaces } from '../server/services/art-check'
import { checkUpload } from '../server/services/upload-check'
import type { UploadCheck } from '../server/services/art-check'
import type { Context } from '../server/services/context'
import { studioOf } from '../server/services/studio'
import { faceBytes, faceOf } from './faces'
import { ARTWORKS } from './world'

/** As the server looks at it, without a thread. */
const lookedAt: UploadCheck = task => checkUpload(withFaces(task, faceBytes))

/** Art goes through the same steps as on the screen. @param ids of blanks and bottles by their keys; those of the art are added */
export async function loadArt(context: Context, ids: Record<string, string>, newId: () => string): Promise<void> {
  const { rules } = await studioOf(context.pool)
  for (const { key, blank, lot, file, form: sketch } of ARTWORKS) {
    const source: ArtworkForm['source'] = file
      ? { kind: 'svg', file, traced: false, text: readFileSync(`demo/art/${file}`, 'utf8') }
      : sketch.source
    const form: ArtworkForm = { ...sketch, source, blankId: blank ? ids[`blank ${blank}`]! : '', lotId: ids[lot]! }
    const art = artworkSchema(rules.lengthUnit).parse(form)
    const open = openArea((await artOf(art.source, art, { faceOf })).art, art)
    const report = reportStencil(open, sheetOf(open, rules.border), {
      undercut: etchantKind('general-cream').undercut.value,
      least: leastOf(art.cutBy, rules),
      largeOpening: rules.largeOpening,
      weedPerPiece: rules.weedPerPiece,
      weedPerMetre: rules.weedPerMetre,
    })
    ids[`art ${key}`] = newId()
    await addArtwork(context, ids[`art ${key}`]!, form, artFigures(open, report), lookedAt)
  }
}
