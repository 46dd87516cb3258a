import { ArtRefused, capitalHeight, openArea, readFace } from '#core/art/drawing'
import type { ArtSize, DesignSettings, LetterFace } from '#core/art/drawing'
import { boundsOf, regionArea } from '#core/basics/outline'
import { artOf } from '#shared/art-of'
import type { ArtSource } from '#shared/artworks'

/** Art that somebody wants to keep, and what their own worker found. */
export interface ArtTask {
  source: ArtSource
  size: ArtSize
  design: DesignSettings
  fixed: boolean
  found: { width: number, height: number, openArea: number }
  /** Files of the faces that its letters are set in, by their ids. */
  faces: Record<string, readonly Uint8Array[]>
}

/** A font file that somebody wants to keep. */
export interface FaceTask {
  kind: 'face'
  file: Uint8Array
}

/** A PDF that somebody wants to keep. */
export interface PaperTask {
  kind: 'paper'
  file: Uint8Array
}

export type UploadTask = ArtTask | FaceTask | PaperTask

/**
 * Works out the art, reads the font, or looks through the paper.
 * @returns why it can't be kept, null when it can
 */
export type UploadCheck = (task: UploadTask) => Promise<string | null>

/** Ids of the faces that a source sets letters in, each once. */
export function facesOf(source: ArtSource): string[] {
  const named
    = source.kind === 'letters'
      ? [source.face]
      : source.kind === 'parts'
        ? source.parts.flatMap(({ what }) => (what.kind === 'letters' ? [what.face] : []))
        : []
  return [...new Set(named)]
}

/** The task with the files of faces that whoever looks at it has at hand. @param filesOf none for a face that it does not know */
export function withFaces(task: UploadTask, filesOf: (id: string) => readonly Uint8Array[]): UploadTask {
  if ('kind' in task) return task
  const known = facesOf(task.source).map(id => [id, filesOf(id)] as const).filter(([, files]) => files.length > 0)
  return { ...task, faces: { ...task.faces, ...Object.fromEntries(known) } }
}

/** Art is flattened to a hundredth of a mm, and its area is that of many small parts. */
const SAME = { mm: 0.1, share: 0.02 }

const read = (files: readonly Uint8Array[]): LetterFace => readFace(files.map(f => f.slice().buffer as ArrayBuffer))

/** A face has letters of its own, and a capital by which its size is told. */
function checkFace({ file }: FaceTask): string | null {
  try {
    return capitalHeight(read([file])) > 0 ? null : 'This font has no capital H, so it can\'t be set to a size. Choose a font of letters.'
  }
  catch {
    return 'This font can\'t be read. Use a TrueType, OpenType or WOFF file (not WOFF2).'
  }
}

/** The work itself, for a thread of its own. Never throws: what goes wrong is said. */
export async function checkArt(task: ArtTask | FaceTask): Promise<string | null> {
  if ('kind' in task) return checkFace(task)
  const { source, size, design, fixed, found, faces } = task
  try {
    const faceOf = async (id: string) => {
      const files = faces[id]
      if (!files || files.length === 0) throw new ArtRefused('The letters it is set in are not here any more. Choose others.')
      return read(files)
    }
    const open = openArea((await artOf(source, size, { faceOf })).art, design)
    // A fix changes edges and areas as it is meant to.
    if (fixed) return null
    const box = boundsOf(open)!
    const area = regionArea(open)
    const same
      = Math.abs(box.right - box.left - found.width) < SAME.mm
        && Math.abs(box.bottom - box.top - found.height) < SAME.mm
        && Math.abs(area - found.openArea) <= SAME.share * area
    if (same) return null
    return source.kind === 'svg'
      ? 'The figures don\'t belong to this drawing. Reload it, wait until it has been looked at, and save it again.'
      : 'The figures don\'t belong to this art. Reload the page, wait until it has been looked at, and save it again.'
  }
  catch (error) {
    if (error instanceof ArtRefused) return error.message
    return source.kind === 'svg'
      ? 'This drawing can\'t be worked out. Simplify its paths in the drawing program and save it again.'
      : 'This art can\'t be worked out. Make it simpler, or choose other letters.'
  }
}
