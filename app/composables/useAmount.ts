import { etchantKind } from '#core/trade/materials'
import type { EtchantKindId } from '#core/trade/materials'
import { formatMass, formatNumber, formatVolume } from '#core/basics/units'

/** How much of a lot there is, in words: litres and millilitres, or kilograms and grams of abrasive. */
export function useAmount(kind: EtchantKindId): (amount: number) => string {
  if (etchantKind(kind).method !== 'blast') return amount => formatVolume(amount)
  return grams => (grams >= 1000 ? `${formatNumber(grams / 1000, 2)}\u00a0kg` : formatMass(grams))
}
