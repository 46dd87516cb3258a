import type { Region } from '../../basics/outline'
import type { Pictured, Plane } from './lightness'
import { mappingOf } from './lie'
import type { Lie, Window } from './lie'
import { coverage } from './raster'
import type { Coverage } from './raster'

/** Where the picture does not reach. */
export const NOTHING = -1

/** A window laid flat, with some wall round it. */
export interface Sheet extends Plane {
  /** Cells to a mm. */
  scale: number
  /** Wall shown round the window at each side, mm. */
  margin: number
  /** Of the part of the picture that it shows. */
  share: number
}

/** Farther round than this, degrees off the front, nothing is taken from a picture. */
const LIMIT = 72
/** Wall round the art that is looked at: there it should be clear. mm */
const MARGIN = 5

/** How much wall round a window can be looked at. @returns mm */
export function marginOf({ width, radius }: Window): number {
  return radius === null ? MARGIN : Math.min(MARGIN, Math.max(0, (radius * LIMIT * Math.PI) / 180 - width / 2))
}

/**
 * The window and the wall round it, laid flat, as luminance. Where the picture has more pixels than are asked for, they are averaged
 * first, so that none is left out.
 * @param scale cells to a mm @returns null where the corners make no window, or the picture shows nothing of it
 */
export function unwrap(
  picture: Pictured,
  window: Window,
  lie: Lie,
  scale: number,
  tell: (share: number) => void = () => {},
): Sheet | null {
  const mapping = mappingOf(window, lie)
  if (!mapping) return null
  const margin = marginOf(window)
  const by = 2 ** Math.max(0, Math.floor(Math.log2(mapping.scale / scale)))
  const plane = picture.plane(by)
  if (plane.width < 2 || plane.height < 2) return null
  const [width, height] = [Math.round((window.width + 2 * margin) * scale), Math.round((window.height + 2 * margin) * scale)]
  const values = new Float32Array(width * height)
  // Where a column lies across is the same for all of its cells, and along it is in a straight line with how far down they are.
  const columns = Array.from({ length: width }, (_, i) => {
    const x = (i + 0.5) / scale - margin
    const [upper, lower] = [mapping.flat(x, 0), mapping.flat(x, 1)]
    return { x: upper.x, y: upper.y, slope: lower.y - upper.y }
  })
  const [us, tops, slopes] = (['x', 'y', 'slope'] as const).map(key => Float64Array.from(columns, c => c[key])) as [
    Float64Array,
    Float64Array,
    Float64Array,
  ]
  const [h0, h1, h2, h3, h4, h5, h6, h7, h8] = mapping.h as unknown as [
    number, number, number, number, number, number, number, number, number,
  ]
  const source = plane.values
  const [right, lower] = [plane.width - 1, plane.height - 1]
  const share = 1 / by
  let seen = 0
  for (let j = 0; j < height; j++) {
    const y = (j + 0.5) / scale - margin
    for (let i = 0; i < width; i++) {
      const fx = us[i]!
      const fy = tops[i]! + y * slopes[i]!
      const w = share / (h6 * fx + h7 * fy + h8)
      const u = (h0 * fx + h1 * fy + h2) * w - 0.5
      const v = (h3 * fx + h4 * fy + h5) * w - 0.5
      if (!(u >= -0.5 && v >= -0.5 && u <= right + 0.5 && v <= lower + 0.5)) {
        values[j * width + i] = NOTHING
        continue
      }
      const a = u < 0 ? 0 : u >= right ? right - 1 : u | 0
      const b = v < 0 ? 0 : v >= lower ? lower - 1 : v | 0
      const at = b * plane.width + a
      const s = u - a
      const up = source[at]! + s * (source[at + 1]! - source[at]!)
      const down = source[at + plane.width]! + s * (source[at + plane.width + 1]! - source[at + plane.width]!)
      values[j * width + i] = up + (v - b) * (down - up)
      seen++
    }
    if (j % 64 === 0) tell(j / height)
  }
  return { width, height, values, scale, margin, share: seen / values.length }
}

/** How much of each cell of a sheet the art covers. */
export const gridOf = (art: Region, { margin, width, height, scale }: Sheet): Coverage =>
  coverage(art, -margin, -margin, width, height, scale)

/** Art moved so that its window begins at 0, 0. @param left mm of it that lie left of the window */
export const inWindow = (art: Region, left: number): Region =>
  left === 0 ? art : art.map(ring => ring.map((v, i) => (i % 2 === 0 ? v - left : v)))

/** Cells to a mm of a sheet that is read at its finest: no more than the picture holds, and a few million in all. */
export function finestScale(window: Window, picture: number): number {
  const margin = marginOf(window)
  const area = (window.width + 2 * margin) * (window.height + 2 * margin)
  return Math.min(FINEST, picture, Math.sqrt(MOST_CELLS / area))
}
const FINEST = 20
const MOST_CELLS = 4_000_000
