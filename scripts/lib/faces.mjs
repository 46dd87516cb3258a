import { existsSync } from 'node:fs'

/** The faces that ship with Crest, as their packages name them; SET is a set of letters. */
const FACES = {
  plain: 'atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-SET-600-normal.woff',
  stencil: 'allerta-stencil/files/allerta-stencil-SET-400-normal.woff',
  serif: 'cormorant-garamond/files/cormorant-garamond-SET-600-normal.woff',
  script: 'dancing-script/files/dancing-script-SET-600-normal.woff',
}

/** @returns {string[]} ids of the faces */
export const shippedFaces = () => Object.keys(FACES)

/**
 * @param {string} face its id
 * @returns {string[]} its files as seen from the project's folder, that of plain Latin letters first; none for a face that does not ship
 */
export const faceFiles = face =>
  Object.hasOwn(FACES, face)
    ? ['latin', 'latin-ext']
        .map(set => `node_modules/@fontsource/${FACES[face].replace('SET', set)}`)
        .filter(file => existsSync(file))
    : []
