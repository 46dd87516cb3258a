import { fromMemory } from '../../basics/source'
import type { Sourced } from '../../basics/source'
import { lightness } from './lightness'
import type { Sheet } from './unwrap'

/** Side of the squares that an even area is looked at by, mm. */
export const TILE: Sourced = { value: 1.27, source: fromMemory('ISO 13660 and ISO/IEC 24790, tiles of 1.27 mm by 1.27 mm') }
/** Squares that say something; a name in thin letters has none. */
const FEWEST = 12

export interface Evenness {
  /** How far the mean lightness of the squares scatters, L*: clouds, waves, bands. */
  mottle: number
  /** How far lightness scatters within a square, L*: grain. */
  graininess: number
  tiles: number
}

/**
 * Mottle and graininess of a frosted area: the standard deviation of the squares' means, and the root of the mean of their variances.
 * @param inside 1 where the area is, well within its edges @param gain takes luminance of the sheet to a share of white
 */
export function evenness({ width, height, values, scale }: Sheet, inside: Uint8Array, gain: number): Evenness | null {
  const side = Math.max(2, Math.round(TILE.value * scale))
  const means: number[] = []
  let variances = 0
  for (let top = 0; top + side <= height; top += side) {
    for (let left = 0; left + side <= width; left += side) {
      if (!allIn(inside, width, left, top, side)) continue
      let [sum, squares] = [0, 0]
      for (let j = top; j < top + side; j++) {
        for (let i = left; i < left + side; i++) {
          const l = lightness(gain * values[j * width + i]!)
          sum += l
          squares += l * l
        }
      }
      const n = side * side
      means.push(sum / n)
      variances += Math.max(0, squares / n - (sum / n) ** 2)
    }
  }
  if (means.length < FEWEST) return null
  const mean = means.reduce((a, b) => a + b, 0) / means.length
  const scatter = means.reduce((sum, m) => sum + (m - mean) ** 2, 0) / (means.length - 1)
  return { mottle: Math.sqrt(scatter), graininess: Math.sqrt(variances / means.length), tiles: means.length }
}

function allIn(inside: Uint8Array, width: number, left: number, top: number, side: number): boolean {
  for (let j = top; j < top + side; j++) for (let i = left; i < left + side; i++) if (inside[j * width + i] !== 1) return false
  return true
}
