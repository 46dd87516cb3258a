import { existsSync, readFileSync } from 'node:fs'
import { readFace } from '../core/art/drawing'
import type { FaceId, LetterFace } from '../core/art/drawing'

const FILES: Record<FaceId, string> = {
  plain: 'atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-SET-600-normal.woff',
  stencil: 'allerta-stencil/files/allerta-stencil-SET-400-normal.woff',
  serif: 'cormorant-garamond/files/cormorant-garamond-SET-600-normal.woff',
  script: 'dancing-script/files/dancing-script-SET-600-normal.woff',
}

/** Files of a shipped face, plain Latin first, as seen from the project's folder. */
export const faceFiles = (face: FaceId): string[] =>
  ['latin', 'latin-ext']
    .map(set => `node_modules/@fontsource/${FILES[face].replace('SET', set)}`)
    .filter(f => existsSync(f))

/** A shipped face, read from where the package lies. */
export const faceOf = async (face: string): Promise<LetterFace> =>
  readFace(faceFiles(face as FaceId).map(f => new Uint8Array(readFileSync(f)).buffer))
