import { ArtRefused, preparedArt, readSvg } from '#core/art/drawing'
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

/** Reads the drawing once more and holds what comes of it against what was found. @returns why it can't be kept, null when it can */
export type ArtCheck = (task: ArtTask) => Promise<string | null>

/** Art is flattened to a hundredth of a mm, and its area is that of many small parts. */
const SAME = { mm: 0.1, share: 0.02 }

/** The work itself, for a thread of its own. Never throws: what goes wrong is said. */
export function checkArt({ text, width, design, fixed, found }: ArtTask): string | null {
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
