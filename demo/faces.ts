import { readFileSync } from 'node:fs'
import { readFace } from '../core/art/drawing'
import type { LetterFace } from '../core/art/drawing'
import { faceFiles } from '../scripts/lib/faces.mjs'

/** Files of a shipped face, read from where its package lies. */
export const faceBytes = (face: string): Uint8Array<ArrayBuffer>[] => faceFiles(face).map(f => new Uint8Array(readFileSync(f)))

/** A shipped face. */
export const faceOf = async (face: string): Promise<LetterFace> => readFace(faceBytes(face).map(f => f.buffer))
