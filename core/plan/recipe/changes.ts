import type { FigureUnit } from '../../basics/figure'
import type { Recipe } from './plan'

/** One thing of a recipe that a change of rules moves. Values in base units; null where there is none. */
export interface FigureChange {
  label: string
  unit: FigureUnit
  before: number | null
  after: number | null
}

/** Smaller than anybody would notice. */
const SAME = 1e-9

function valuesOf(recipe: Recipe): Map<string, Omit<FigureChange, 'before' | 'after'> & { value: number }> {
  const { window } = recipe.dwell
  const dwell = window
    ? (
        [
          ['Not before', window.notBefore],
          ['Best', window.best],
          ['Not after', window.notAfter],
        ] as const
      ).map(([label, value]) => [label, { label, unit: 's' as const, value }] as const)
    : []
  return new Map([...dwell, ...recipe.figures.map(f => [f.id, { label: f.label, unit: f.unit, value: f.value }] as const)])
}

/** How a recipe made with other rules, or from another bottle, differs: window and figures. */
export function changedFigures(before: Recipe, after: Recipe): FigureChange[] {
  const [old, fresh] = [valuesOf(before), valuesOf(after)]
  return [...new Set([...old.keys(), ...fresh.keys()])].flatMap((id) => {
    const [a, b] = [old.get(id), fresh.get(id)]
    if (a && b && Math.abs(a.value - b.value) <= SAME * Math.max(1, Math.abs(a.value))) return []
    const { label, unit } = (b ?? a)!
    return [{ label, unit, before: a?.value ?? null, after: b?.value ?? null }]
  })
}
