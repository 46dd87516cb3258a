import type { Source } from '../source'

/** Base unit of a figure; the edge formats it in the studio's own units. */
export type FigureUnit
  = | 'mm'
    | 'mm2'
    | 'ml'
    | 'g'
    | 's'
    | 's/cm2'
    | 'fraction'
    | 'money'
    | 'count'
    | 'number'
    | 'percent-weight'
    | 'g/ml'
    | 'g/mol'
    | 'money/ml'
    | 'money/g'
    | 'money/m2'
    | 'money/h'
    | 'kPa'
    | 'L'

export interface FigureInput {
  label: string
  value: number
  unit: FigureUnit
  source: Source
}

/** A computed number that can be opened to show how it came about. */
export interface Figure {
  id: string
  label: string
  value: number
  unit: FigureUnit
  inputs: FigureInput[]
  /** The arithmetic in words a crew member can check with a pocket calculator. */
  formula: string
  source: Source
}
