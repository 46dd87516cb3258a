import { molarMass } from '../../trade/materials'
import { NOTHING, settle } from './equilibrium'
import type { Mixture, Settled } from './equilibrium'

/** What can be put into a tub to take the acid away, and what binds fluoride. */
export const NEUTRALISERS = [
  {
    id: 'bicarbonate', name: 'Bicarbonate', formula: 'NaHCO3', sodium: 1, carbonate: 1, calcium: 0, bulk: 0.93,
    note: 'Gentle: it can\'t overshoot. It fizzes, so it goes in a spoon at a time.',
  },
  {
    id: 'soda-ash', name: 'Soda ash', formula: 'Na2CO3', sodium: 2, carbonate: 1, calcium: 0, bulk: 0.95,
    note: 'Twice as strong, and it overshoots: the water turns caustic. Smaller spoons, goggles on.',
  },
  {
    id: 'slaked-lime', name: 'Slaked lime', formula: 'Ca(OH)2', sodium: 0, carbonate: 0, calcium: 1, bulk: 0.5,
    note: 'Makes no gas and binds fluoride, but overshoots far and burns eyes. Stir it into water first.',
  },
] as const
export type NeutraliserId = (typeof NEUTRALISERS)[number]['id']
export const NEUTRALISER_IDS = NEUTRALISERS.map(n => n.id) as [NeutraliserId, ...NeutraliserId[]]
export const neutraliser = (id: NeutraliserId) => NEUTRALISERS.find(n => n.id === id)!

/** What stands in a tub: its water, and all that went in, in g. */
export interface TubContent {
  /** mL of water */
  volume: number
  /** Acid of creams, as ammonium bifluoride. */
  bifluoride: number
  /** FeCl₃ */
  ferricChloride: number
  added: Record<NeutraliserId, number>
  /** CaCl₂, to bind fluoride. */
  calciumChloride: number
}
export const EMPTY_TUB = (volume: number): TubContent => ({
  volume, bifluoride: 0, ferricChloride: 0, added: { 'bicarbonate': 0, 'soda-ash': 0, 'slaked-lime': 0 }, calciumChloride: 0,
})

const BIFLUORIDE = molarMass('NH4HF2')
const FERRIC = molarMass('FeCl3')
const CALCIUM_CHLORIDE = molarMass('CaCl2')

/** The same in mol/L. NH₄HF₂ is one of ammonium and two of fluoride; FeCl₃ one of iron and three of chloride. */
export function mixtureOf(content: TubContent): Mixture {
  const litres = content.volume / 1000
  const of = (grams: number, mass: number) => grams / mass / litres
  const salt = of(content.bifluoride, BIFLUORIDE)
  const iron = of(content.ferricChloride, FERRIC)
  const calcium = of(content.calciumChloride, CALCIUM_CHLORIDE)
  const mixture: Mixture = {
    ...NOTHING, fluoride: 2 * salt, ammonium: salt, iron, chloride: 3 * iron + 2 * calcium, calcium,
  }
  for (const n of NEUTRALISERS) {
    const moles = of(content.added[n.id], molarMass(n.formula))
    mixture.sodium += n.sodium * moles
    mixture.carbonate += n.carbonate * moles
    mixture.calcium += n.calcium * moles
  }
  return mixture
}

export const settleTub = (content: TubContent): Settled => settle(mixtureOf(content))

/** The same tub with more in it. @param grams of the neutraliser */
export const withMore = (content: TubContent, id: NeutraliserId, grams: number): TubContent => ({
  ...content,
  added: { ...content.added, [id]: content.added[id] + grams },
})

/** Litres of one mole of gas at 20 °C and one atmosphere (ideal gas). */
const MOLAR_LITRES = (8.314462618 * 293.15 * 1000) / 101_325
/** Carbon dioxide that leaves while this goes in. @returns L */
export function gasOf(before: TubContent, after: TubContent): number {
  return Math.max(0, (settleTub(after).gas - settleTub(before).gas) * (before.volume / 1000) * MOLAR_LITRES)
}

/** mg/L of fluoride that stays dissolved. */
export const fluorideLeft = (content: TubContent): number => settleTub(content).dissolvedFluoride * molarMass('F') * 1000

/** Settled mud is mostly water: about this share of it is solid by weight, common practice for hydroxide sludge. */
const SOLID_SHARE = 0.06
/** What settles on the floor of the tub. @returns g of dry solid, and mL of wet mud */
export function mudOf(content: TubContent): { dry: number, wet: number } {
  const { ironHydroxide, calciumFluoride, calcite } = settleTub(content)
  const dry = (content.volume / 1000)
    * (ironHydroxide * molarMass('Fe(OH)3') + calciumFluoride * molarMass('CaF2') + calcite * molarMass('CaCO3'))
  return { dry, wet: dry / SOLID_SHARE }
}
