import type { HouseRules } from '../../trade/house'

/** How a stencil is cut, each with the house's finest width. */
export const CUTTING_WAYS = [
  { id: 'plotter', text: 'Plotter', rule: 'plotterLeast' },
  { id: 'knife', text: 'Hand knife', rule: 'knifeLeast' },
  { id: 'die', text: 'Die', rule: 'dieLeast' },
  { id: 'film', text: 'Rub-on film', rule: 'filmLeast' },
] as const satisfies readonly { id: string, text: string, rule: keyof HouseRules }[]
export type CuttingWay = (typeof CUTTING_WAYS)[number]['id']

/** Narrowest resist and opening of a cutting way. @returns mm */
export function leastOf(way: CuttingWay, rules: HouseRules): number {
  return rules[CUTTING_WAYS.find(w => w.id === way)!.rule]
}
