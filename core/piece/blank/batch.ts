import { formatLength } from '../../basics/units'
import type { LengthUnit } from '../../basics/units'

/** Pieces of one batch, measured one by one at the height of the art. */
export interface BatchSpread {
  least: number
  most: number
  mean: number
  /** For art that goes all the way round: pieces on which it will not meet, with what to do. Numbers are 1-based. */
  misfits: { piece: number, girth: number, gap: number }[]
  sentence: string
}

/**
 * How art that goes all round meets itself: the gap that it leaves, below zero how far it is too long; 0 within what nobody sees.
 * @param width of the art, mm @param tolerance mm at the seam
 */
export function seamGap(width: number, girth: number, tolerance: number): number {
  const gap = girth - width
  return Math.abs(gap) > tolerance ? gap : 0
}

/**
 * Two bottles of one kind can differ, 9 1/2 in against 9 1/4 in: art that wraps round must match each.
 * @param girths mm, one a piece @param wrap width of the art that goes all the way round, mm; null when it does not
 * @param tolerance mm that nobody sees at the seam
 */
export function batchSpread(girths: readonly number[], wrap: number | null, tolerance: number, unit: LengthUnit = 'mm'): BatchSpread {
  const [least, most] = [Math.min(...girths), Math.max(...girths)]
  const mean = girths.reduce((a, b) => a + b, 0) / girths.length
  const misfits
    = wrap === null
      ? []
      : girths.map((girth, i) => ({ piece: i + 1, girth, gap: seamGap(wrap, girth, tolerance) })).filter(m => m.gap !== 0)
  const length = (mm: number) => formatLength(mm, unit)
  const alike = most - least < 0.05
  const range = alike ? `Every piece is ${length(least)} round.` : `The pieces are ${length(least)} to ${length(most)} round.`
  const meets = (gap: number) => (gap > 0 ? `leaves a gap of ${length(gap)}` : `overlaps by ${length(-gap)}`)
  const said = misfits.map(m => `on piece ${m.piece} it ${meets(m.gap)}`)
  return {
    least,
    most,
    mean,
    misfits,
    sentence: said.length ? `${range} The art will not meet: ${said.join(', ')}. Cut each its own, or leave a gap on purpose.` : range,
  }
}
