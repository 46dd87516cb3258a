import type { StockKindId } from '#core/trade/stock'
import { amountWords, parseAmount } from '#shared/stock'

/** Amounts of what is on the shelf, as this person reads and writes them. */
export function useStockWords() {
  const unit = useLengthUnit()
  const amount = (kind: StockKindId, value: number) => amountWords(kind, value, unit.value)
  const signed = (kind: StockKindId, change: number) => `${change < 0 ? '−' : '+'}${amount(kind, Math.abs(change))}`
  const read = (kind: StockKindId, text: string) => parseAmount(kind, text, unit.value)
  return { amount, signed, read }
}
