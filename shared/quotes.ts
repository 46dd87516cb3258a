import { z } from 'zod'
import { quantities, quoteLine, quoteSum, scrapShare } from '#core/plan/quote'
import type { QuoteSum } from '#core/plan/quote'
import type { Recipe } from '#core/plan/recipe'
import type { Remark } from '#core/plan/remarks'
import type { HouseRules } from '#core/trade/house'
import type { SubstrateId } from '#core/trade/materials'
import { formatNumber, parseFraction, parseMoney } from '#core/basics/units'
import { dayField, optionalField, writtenField } from './fields'
import { uuidV7Schema } from './ids'
import { owed } from './passes'
import type { Pass } from './passes'

const extraSchema = z.object({
  text: z.string().trim().min(1, 'Write what it is for.').max(80, 'Keep it under 80 letters.'),
  amount: writtenField(parseMoney),
})

/** What is asked of a quote beside the job itself. */
export const quoteSchema = z.object({
  /** Sets whose blanks the customer brings. */
  theirs: z.array(uuidV7Schema).max(8),
  /** Share on top of cost for this job; null: the house's. */
  markup: optionalField(
    text => (/^\s*0+\s*%?\s*$/.test(text) ? { ok: true as const, value: 0 } : parseFraction(text)),
  ),
  extras: z.array(extraSchema).max(8, 'Eight extras are enough.'),
  validUntil: dayField,
  note: z.string().trim().max(600, 'Keep the note under 600 letters.'),
})
export type QuoteForm = z.input<typeof quoteSchema>
export type QuoteEntry = z.output<typeof quoteSchema>

/** A piece of one kind by how many are ordered. */
export interface PriceStep {
  pieces: number
  each: string
}

/** What a customer is offered: it never changes once it is written. */
export interface QuoteContent extends QuoteSum {
  currency: string
  taxRate: number
  markup: number
  validUntil: string
  note: string
  /** Of each line: what one piece costs by how many there are. */
  byQuantity: PriceStep[][]
  /** Sets that the lines are of, and whose blanks they are. */
  sets: { id: string, scrap: number, ours: boolean }[]
}

export const QUOTE_STATES = [
  { id: 'open', text: 'Offered' },
  { id: 'accepted', text: 'Accepted' },
  { id: 'declined', text: 'Declined' },
  { id: 'replaced', text: 'Replaced by a newer one' },
] as const
export type QuoteState = (typeof QUOTE_STATES)[number]['id']

export interface Quote extends QuoteContent {
  id: string
  no: number
  jobId: string
  madeBy: string
  madeAt: number
  state: QuoteState
  version: number
}

/** What the house knows that a quote goes by. @property blanks price of one, by blank @property judged pieces in the log, by substrate */
export interface QuoteFacts {
  blanks: Record<string, number>
  judged: Partial<Record<SubstrateId, { pieces: number, scrap: number }>>
}

/** Why a job can't be quoted, or what its price leaves out. */
export type QuoteGap
  = | { code: 'refused', noun: string, why: Remark }
  /** Etchant without a price. */
    | { code: 'free-lot', lotId: string }
  /** Blanks that nobody priced. */
    | { code: 'free-blank', noun: string }
    | { code: 'free-hours' }

export interface Quoted {
  /** Null where a part can't be made as planned. */
  content: QuoteContent | null
  gaps: QuoteGap[]
}

/** Passes of a job, set by set in their order. */
export function setsOf(passes: readonly Pass[]): Pass[][] {
  const ids = [...new Set(passes.map(p => p.setId))]
  return ids.map(id => passes.filter(p => p.setId === id && p.status !== 'dropped')).filter(of => of.length > 0)
}

/** The same pass with another number of pieces, none of which has its own name or art left over. */
const ofSize = (pass: Pass, pieces: number): Pass => ({ ...pass, pieces, done: [], names: pass.names.slice(0, pieces) })

/**
 * The quote for a job as it is planned: all pieces through all passes, whatever is done already. The same on both sides.
 * @param recipe of a pass for these numbers of its pieces @param free lots without a price
 */
export function quoteOf(
  passes: readonly Pass[],
  entry: QuoteEntry,
  rules: HouseRules,
  { blanks, judged }: QuoteFacts,
  recipe: (pass: Pass, numbers: number[]) => Recipe,
  free: (lotId: string) => boolean,
): Quoted {
  const gaps: QuoteGap[] = rules.hourly === 0 ? [{ code: 'free-hours' }] : []
  const markup = entry.markup ?? rules.markup
  const lines: { line: QuoteSum['lines'][number], steps: PriceStep[], set: QuoteContent['sets'][number] }[] = []
  for (const set of setsOf(passes)) {
    const [{ setId, noun, pieces, substrate, blankId }] = set as [Pass]
    const ours = !entry.theirs.includes(setId)
    const price = blankId === null ? undefined : blanks[blankId]
    if (ours && !price) gaps.push({ code: 'free-blank', noun })
    const scrap = scrapShare(rules.scrapAllowance, judged[substrate] ?? { pieces: 0, scrap: 0 })
    const terms = { ...rules, markup, scrap }
    const at = (count: number) => {
      const costs = set.map(pass => recipe(ofSize(pass, count), owed({ pieces: count, done: [] })))
      const refused = costs.find(r => r.plan === null)
      if (refused) return refused.refusals[0]!
      const blank = ours ? (price ?? 0) : null
      return quoteLine({ noun, pieces: count, blank, passes: costs.map(r => r.costs!) }, terms)
    }
    const line = at(pieces)
    if ('code' in line) {
      gaps.push({ code: 'refused', noun, why: line })
      continue
    }
    const steps = quantities(pieces).flatMap((count) => {
      const step = count === pieces ? line : at(count)
      return 'code' in step ? [] : [{ pieces: count, each: step.each }]
    })
    lines.push({ line, steps, set: { id: setId, scrap, ours } })
  }
  for (const lotId of new Set(passes.map(p => p.lotId))) if (free(lotId)) gaps.push({ code: 'free-lot', lotId })
  if (lines.length === 0 || gaps.some(g => g.code === 'refused')) return { content: null, gaps }
  const { taxRate, currency } = rules
  const extras = entry.extras.map(({ text, amount }) => ({ text, amount: formatNumber(amount, 2) }))
  return {
    gaps,
    content: {
      ...quoteSum(lines.map(l => l.line), extras, taxRate),
      currency,
      taxRate,
      markup,
      validUntil: entry.validUntil,
      note: entry.note,
      byQuantity: lines.map(l => l.steps),
      sets: lines.map(l => l.set),
    },
  }
}
