import type { Figure } from '../figure'
import { commonPractice, houseRule, reading } from '../source'

export interface ArtSize {
  /** mm along the wall */
  width: number
  /** mm up the wall */
  height: number
  /** Share of the box that is weeded open, 0 to 1. */
  openFraction: number
}

export interface StencilRules {
  /** Resist left round the art on each side, mm. */
  border: number
  /** Extra material over the finished size, mm in each direction. */
  spare: number
}

/** Area the etchant reaches on one piece. @returns mm² */
export function openArea(art: ArtSize): number {
  return art.width * art.height * art.openFraction
}

/** Size of resist to cut for one piece: art, a border on each side, and a little to trim. @returns mm */
export function cutSize(art: Pick<ArtSize, 'width' | 'height'>, rules: StencilRules): { width: number, height: number } {
  const extra = 2 * rules.border + rules.spare
  return { width: art.width + extra, height: art.height + extra }
}

/** Cut width and height as figures that show their working. */
export function cutFigures(art: ArtSize, rules: StencilRules): { width: Figure, height: Figure } {
  const size = cutSize(art, rules)
  const figure = (id: string, label: string, side: 'width' | 'height'): Figure => ({
    id,
    label,
    value: size[side],
    unit: 'mm',
    formula: `art ${side} + 2 × border + spare`,
    inputs: [
      { label: `art ${side}`, value: art[side], unit: 'mm', source: reading },
      { label: 'border each side', value: rules.border, unit: 'mm', source: houseRule('usually 1/2 in') },
      { label: 'spare to trim', value: rules.spare, unit: 'mm', source: houseRule('6 1/2 in of material for a 6 1/4 in need') },
    ],
    source: commonPractice('a 3 1/2 in design sits on a 4 1/2 in square of resist'),
  })
  return { width: figure('cut-width', 'Resist to cut, width', 'width'), height: figure('cut-height', 'Resist to cut, height', 'height') }
}
