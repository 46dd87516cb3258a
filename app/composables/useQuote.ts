import { remarkWords } from '#core/plan/remarks'
import type { Pass } from '#shared/passes'
import { quoteOf } from '#shared/quotes'
import type { Quoted, QuoteEntry, QuoteFacts, QuoteGap } from '#shared/quotes'

/** Quotes worked out on this device, as the server will check them. */
export function useQuote() {
  const studio = useStudioStore()
  const houseTime = useHouseTime()

  const recipe = (pass: Pass, numbers: number[]) => recipeOfPieces(pass, numbers, studio, houseTime.today())
  const quote = (passes: readonly Pass[], entry: QuoteEntry, facts: QuoteFacts): Quoted =>
    quoteOf(passes, entry, studio.rules, facts, recipe, lotId => studio.lot(lotId)?.price === 0)

  /** What a price leaves out, and where to enter it. */
  function gapWords(gap: QuoteGap): { text: string, to: string } {
    switch (gap.code) {
      case 'refused':
        return { text: `The ${gap.noun} can't be made as planned: ${remarkWords(gap.why)}`, to: '' }
      case 'free-lot': {
        const name = studio.lot(gap.lotId)?.productName ?? 'The etchant'
        return { text: `${name} has a price of zero on the shelf: it isn't in this.`, to: '/shelf' }
      }
      case 'free-blank':
        return { text: `No price for a blank ${gap.noun} is on the shelf: it isn't in this, unless the customer brings it.`, to: '/shelf' }
      case 'free-hours':
        return { text: 'An hour of work costs nothing by the house rules: no work is in this.', to: '/rules' }
    }
  }
  return { quote, gapWords }
}
