import { stockKind } from '#core/trade/stock'
import type { StockKindId } from '#core/trade/stock'
import { amountWords, parseAmount } from '#shared/stock'

/** Amounts of what is on the shelf, as this person reads and writes them. */
export function useStockWords() {
  const unit = useLengthUnit()
  const amount = (kind: StockKindId, value: number) => amountWords(kind, value, unit.value)
  const signed = (kind: StockKindId, change: number) => `${change < 0 ? '−' : '+'}${amount(kind, Math.abs(change))}`
  const read = (kind: StockKindId, text: string) => parseAmount(kind, text, unit.value)
  /** What Crest read from a field, so that a wrong unit is seen at once; pieces have none. */
  function reads(kind: StockKindId, text: string): string | null {
    const found = stockKind(kind).unit === 'count' ? null : read(kind, text)
    return text && found?.ok ? `Reads as ${amount(kind, found.value)}` : null
  }
  return { amount, signed, read, reads }
}
