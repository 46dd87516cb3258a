import { ArtRefused, capitalHeight, preparedArt, readFace, readSvg } from '#core/art/drawing'
import type { DesignSettings } from '#core/art/drawing'
import { boundsOf, regionArea } from '#core/basics/outline'

/** A drawing that somebody wants to keep, and what their own worker found. */
export interface ArtTask {
  text: string
  width: number
  design: DesignSettings
  fixed: boolean
  found: { width: number, height: number, openArea: number }
}

/** A font file that somebody wants to keep. */
export interface FaceTask {
  kind: 'face'
  file: Uint8Array
}

/** Reads the drawing, or the font, and holds what comes of it against what was found. @returns why it can't be kept, null when it can */
export type ArtCheck = (task: ArtTask | FaceTask) => Promise<string | null>

/** Art is flattened to a hundredth of a mm, and its area is that of many small parts. */
const SAME = { mm: 0.1, share: 0.02 }

/** A face has letters of its own, and a capital by which its size is told. */
function checkFace({ file }: FaceTask): string | null {
  try {
    const face = readFace([file.slice().buffer])
    return capitalHeight(face) > 0 ? null : 'This font has no capital H, so it can\'t be set to a size. Choose a font of letters.'
  }
  catch {
    return 'This font can\'t be read. Use a TrueType, OpenType or WOFF file (not WOFF2).'
  }
}

/** The work itself, for a thread of its own. Never throws: what goes wrong is said. */
export function checkArt(task: ArtTask | FaceTask): string | null {
  if ('kind' in task) return checkFace(task)
  const { text, width, design, fixed, found } = task
  try {
    const open = preparedArt(readSvg(text), { width, capital: null }, design)
    // A fix changes edges and areas as it is meant to.
    if (fixed) return null
    const box = boundsOf(open)!
    const area = regionArea(open)
    const same
      = Math.abs(box.right - box.left - found.width) < SAME.mm
        && Math.abs(box.bottom - box.top - found.height) < SAME.mm
        && Math.abs(area - found.openArea) <= SAME.share * area
    return same ? null : 'The figures don\'t belong to this drawing. Reload it, wait until it has been looked at, and save it again.'
  }
  catch (error) {
    if (error instanceof ArtRefused) return error.message
    return 'This drawing can\'t be worked out. Simplify its paths in the drawing program and save it again.'
  }
}
