import { CREAM_DENSITY } from '../neutralise'
import type { FerricStrength } from '../neutralise'
import type { HouseRules } from '../../trade/house'
import { etchantKind } from '../../trade/materials'
import type { EtchantKindId } from '../../trade/materials'

export interface AcidOfLot {
  kind: EtchantKindId
  strength: FerricStrength | null
  /** As ammonium bifluoride, by weight, from its safety data sheet; null: the house rule. */
  acidShare: number | null
}

/** What so much of a lot brings into a tub. @param amount mL @returns g of ammonium bifluoride, and g of FeCl₃ */
export function acidOf(lot: AcidOfLot, amount: number, rules: HouseRules): { bifluoride: number, ferricChloride: number } {
  if (etchantKind(lot.kind).method === 'blast') return { bifluoride: 0, ferricChloride: 0 }
  if (lot.strength) return { bifluoride: 0, ferricChloride: amount * lot.strength.density * lot.strength.fraction }
  return { bifluoride: amount * CREAM_DENSITY.value * (lot.acidShare ?? rules.creamBifluoride), ferricChloride: 0 }
}
