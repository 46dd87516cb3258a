import type { Figure, FigureInput } from '../figure'
import { commonPractice, reading } from '../source'
import type { Sourced } from '../source'

/**
 * Thickness of a coat through which nothing can be seen. Fitted, with the two below, so that a monogram
 * takes about 1/4 teaspoon and four small tumblers about 1/2 teaspoon in all.
 */
export const COAT_THICKNESS: Sourced = { value: 0.6, unit: 'mm', source: commonPractice('fitted to 1/4 tsp a monogram, 1/2 tsp four tumblers') }

/** Cream goes past every open edge onto the resist: area coated over area open. */
export const COAT_OVERLAP: Sourced = { value: 1.25, source: commonPractice('fitted, see coat thickness') }

/** What stays in the brush or on the stick, once a sitting. */
export const TOOL_LOSS: Sourced = { value: 0.6, unit: 'ml', source: commonPractice('fitted, see coat thickness') }

/** Time to cover one square centimetre of opening thick and even. */
export const COAT_SECONDS_PER_CM2: Sourced = { value: 4, unit: 's', source: commonPractice('a palm-sized design takes under a minute') }

/** Time to load the brush, turn the piece and chock it. */
export const COAT_HANDLING_SECONDS: Sourced = { value: 20, unit: 's', source: commonPractice() }

/** Cream to put out for a whole run. @param openArea mm² a piece @returns mL */
export function creamNeeded(openArea: number, pieces: number): number {
  return openArea * COAT_OVERLAP.value * COAT_THICKNESS.value / 1000 * pieces + TOOL_LOSS.value
}

/** Cream for a run, with its working. @param openArea mm² a piece */
export function creamFigure(openArea: number, pieces: number): Figure {
  const fitted = (label: string, constant: Sourced, unit: FigureInput['unit']): FigureInput => ({ label, value: constant.value, unit, source: constant.source })
  return {
    id: 'cream',
    label: 'Cream to put out',
    value: creamNeeded(openArea, pieces),
    unit: 'ml',
    formula: 'open area × overlap × coat thickness × pieces + what stays in the brush',
    inputs: [
      { label: 'open area of one piece', value: openArea, unit: 'mm2', source: reading },
      { label: 'pieces', value: pieces, unit: 'count', source: reading },
      fitted('overlap onto the resist', COAT_OVERLAP, 'number'),
      fitted('coat thickness', COAT_THICKNESS, 'mm'),
      fitted('stays in the brush', TOOL_LOSS, 'ml'),
    ],
    source: commonPractice('about 1/4 teaspoon for a monogram'),
  }
}

/** Time from first touch to last part covered on one piece. @param openArea mm² @returns s */
export function coatSeconds(openArea: number): number {
  return COAT_HANDLING_SECONDS.value + COAT_SECONDS_PER_CM2.value * openArea / 100
}
