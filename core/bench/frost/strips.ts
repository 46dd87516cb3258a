import { boxRing } from '../../basics/outline'
import type { Region } from '../../basics/outline'
import type { StripLayout } from '../../plan/coupon'
import { edgeSites, lookAcross } from './edges'
import type { Pictured } from './lightness'
import { clearOf, frostOf, middleOf, normalised } from './light'
import type { Window } from './lie'
import type { Coverage } from './raster'
import { litBy, sheetOf } from './read'
import { FrostRefused } from './refusal'
import type { Settled } from './settle'
import { gridOf } from './unwrap'
import type { Sheet } from './unwrap'

/** What a picture says of one strip. */
export interface StripReading {
  /** Lightness over that of clear glass, L*; 0 where it did not frost. */
  contrast: number
  /** How far its long edges lie outside the plan, mm, both together; null where no edge can be followed. */
  creep: number | null
}

/** The strips of a coupon as art, in a window that holds all of them. Lengths in mm. */
export function stripArt(strips: number, { stripWidth, stripLength, gap }: StripLayout): { art: Region, window: Window } {
  const left = (i: number) => i * (stripWidth + gap)
  const art = Array.from({ length: strips }, (_, i) =>
    boxRing({ left: left(i), top: 0, right: left(i) + stripWidth, bottom: stripLength }),
  )
  return { art, window: { width: left(strips - 1) + stripWidth, height: stripLength, radius: null } }
}

/** Places on one side of a strip that say where it is. */
const FEWEST = 40

/**
 * Reads all strips of a coupon from one picture.
 * @param cardLightness as for `readFrost` @throws FrostRefused
 */
export function readStrips(
  picture: Pictured,
  strips: number,
  layout: StripLayout,
  settled: Settled,
  cardLightness: number,
): StripReading[] {
  const { art, window } = stripArt(strips, layout)
  const sheet = sheetOf(picture, window, settled.lie)
  const all = gridOf(art, sheet)
  const lit = litBy(sheet, frostOf(all, sheet.scale), clearOf(all, sheet.scale), cardLightness)
  return art.map((ring) => {
    const grid = gridOf([ring], sheet)
    const frost = middleOf(lit.even, frostOf(grid, sheet.scale))
    if (frost === null) throw new FrostRefused('too-small')
    const contrast = Math.max(0, lit.contrastOf(frost))
    // A strip as dark as the card has no edge; scaled up, its noise would seem to have one.
    const own = contrast < FAINTEST ? null : normalised(lit.even, grid)
    return { contrast, creep: own && creepOf([ring], grid, own) }
  })
}

/** Frost fainter than this has no edge to follow, L*. */
const FAINTEST = 4

/** Left and right side by themselves, so that a strip that lies a little aside has crept no farther for it. */
function creepOf(art: Region, grid: Coverage, own: Sheet): number | null {
  const found = edgeSites(art, grid, own.scale, own.margin).flatMap(s => lookAcross(own, s) ?? [])
  const side = (sign: number) => {
    const d = found.filter(f => f.site.nx * sign > 0.9).map(f => f.half).sort((a, b) => a - b)
    return d.length < FEWEST ? null : d[d.length >> 1]!
  }
  const [left, right] = [side(-1), side(1)]
  return left === null || right === null ? null : (left + right) / 2
}

/** A mark by the same scale as by eye, 0 clear to 10 even and white. @param full L* of what is called even and white */
export const markOf = (contrast: number, full: number): number => Math.round(Math.min(10, (10 * contrast) / full) * 10) / 10
