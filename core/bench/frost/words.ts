import type { FrostFigures } from '../run'
import type { FrostCaution } from './read'

/** Figures that are said in words beside their number. */
export type FrostFigure = 'contrast' | 'mottle' | 'graininess' | 'raggedness' | 'blur' | 'offset'

/**
 * What is called what: the word holds below its bound, the last one from there on. Contrast is a share of the house's white frost.
 * What people call even, sharp and ragged at arm's length: value from memory, in round numbers.
 */
const BANDS: Record<Exclude<FrostFigure, 'offset'>, readonly [number, string][]> = {
  contrast: [[0.3, 'faint'], [0.6, 'light'], [0.85, 'clear'], [Infinity, 'strong and white']],
  mottle: [[1, 'even'], [2.5, 'a little cloudy'], [Infinity, 'cloudy']],
  graininess: [[1.5, 'fine'], [4, 'grainy'], [Infinity, 'coarse']],
  raggedness: [[0.05, 'clean'], [0.12, 'a little rough'], [Infinity, 'ragged']],
  blur: [[0.25, 'sharp'], [0.5, 'soft'], [Infinity, 'very soft']],
}
/** Edges this near to the plan lie on it, mm. */
const ON_LINE = 0.08

/** A figure in a word or two; null where it can't be told. @param white contrast that the house calls even and white, L* */
export function frostWord(figure: FrostFigure, of: Pick<FrostFigures, FrostFigure>, white: number): string | null {
  const value = of[figure]
  if (value === null) return null
  if (figure === 'offset') return Math.abs(value) < ON_LINE ? 'on the line' : value > 0 ? 'past the line' : 'short of the line'
  const measured = figure === 'contrast' ? value / white : value
  return BANDS[figure].find(([bound]) => measured < bound)![1]
}

const CAUTIONS: Record<FrostCaution, string> = {
  'uneven-light': 'The light was uneven. The card evens it out, but a picture in even light says more.',
  'thin-art': 'Its strokes are too thin to say anything about clouds and grain.',
  'no-edges': 'The picture is too coarse for the edges. Go closer and they are read too.',
}
export const cautionWords = (caution: FrostCaution): string => CAUTIONS[caution]
