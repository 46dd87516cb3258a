import plainExt from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-ext-600-normal.woff?url'
import plain from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-600-normal.woff?url'
import stencil from '@fontsource/allerta-stencil/files/allerta-stencil-latin-400-normal.woff?url'
import serifExt from '@fontsource/cormorant-garamond/files/cormorant-garamond-latin-ext-600-normal.woff?url'
import serif from '@fontsource/cormorant-garamond/files/cormorant-garamond-latin-600-normal.woff?url'
import scriptExt from '@fontsource/dancing-script/files/dancing-script-latin-ext-600-normal.woff?url'
import script from '@fontsource/dancing-script/files/dancing-script-latin-600-normal.woff?url'
import { readFace } from '#core/art/drawing'
import type { FaceId, LetterFace } from '#core/art/drawing'

/** Files of each face, as they ship with the app. */
const FILES: Record<FaceId, readonly string[]> = {
  plain: [plain, plainExt],
  stencil: [stencil],
  serif: [serif, serifExt],
  script: [script, scriptExt],
}
const read = new Map<string, Promise<LetterFace>>()
const shipped = (id: string): id is FaceId => id in FILES

/** A face, fetched from our own server once: one that ships with the app, or one that the studio keeps. */
export function letterFace(id: string): Promise<LetterFace> {
  const known
    = read.get(id)
      ?? Promise.all(
        (shipped(id) ? FILES[id] : [`/api/faces/${encodeURIComponent(id)}`]).map(async (url) => {
          const answer = await fetch(url)
          if (!answer.ok) throw new Error('The letters cannot be fetched just now. Try again.')
          return answer.arrayBuffer()
        }),
      ).then(readFace)
  read.set(id, known)
  known.catch(() => read.delete(id))
  return known
}
