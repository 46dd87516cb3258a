import { formatDay } from '../../basics/zone'
import { countOf } from '../../basics/units'
import { Paper } from '../../basics/pdf'
import type { Drawing } from '../../basics/pdf'
import type { QuoteSum } from '../../plan/quote'

/** A quote as the customer gets it. */
export interface QuotePaper extends QuoteSum {
  studio: string
  no: number
  /** Days as `2026-06-01`. */
  madeOn: string
  validUntil: string
  customer: { name: string, address: string }
  /** What the job is, and by when. */
  what: string
  dueOn: string
  currency: string
  taxRate: number
  note: string
  byQuantity: { pieces: number, each: string }[][]
  /** One of each kind of piece, with its art. */
  drawings: Drawing[]
  /** Where the job's page is. */
  address: string
}

/** Columns of the bill, mm. */
const WIDE = { what: 84, count: 22, each: 34, sum: 34 }

/** A quote as PDF: what is made, drawn as it will look, for how much, and until when. */
export async function quotePaper(q: QuotePaper): Promise<Uint8Array> {
  const paper = await Paper.begin(`Quote ${q.no}`)
  const day = (of: string) => formatDay(of, 'd MMMM yyyy')
  const money = (of: string) => `${of} ${q.currency}`
  paper.qr(q.address)
  paper.text(q.studio, 18, { bold: true, width: 140 })
  paper.gap(4)
  paper.text(`Quote ${q.no}, ${day(q.madeOn)}`, 12, { width: 140 })
  paper.gap(6)
  paper.text(q.customer.name, 11, { bold: true, width: 120 })
  if (q.customer.address) paper.text(q.customer.address, 11, { width: 120 })
  paper.gap(6)
  paper.text(`${q.what}, ready by ${day(q.dueOn)}.`, 12)
  paper.gap(3)
  paper.drawings(q.drawings, 52)
  paper.gap(3)
  const row = (what: string, count: string, each: string, sum: string, bold = false) =>
    paper.row([
      { text: what, width: WIDE.what, bold },
      { text: count, width: WIDE.count, right: true, bold },
      { text: each, width: WIDE.each, right: true, bold },
      { text: sum, width: WIDE.sum, right: true, bold },
    ])
  row('', 'Pieces', 'One piece', 'Together', true)
  for (const l of q.lines) row(`Etched ${l.noun}`, String(l.pieces), money(l.each), money(l.net))
  for (const e of q.extras) row(e.text, '', '', money(e.amount))
  if (q.taxRate > 0) {
    row('Before tax', '', '', money(q.net))
    row(`Tax, ${Math.round(q.taxRate * 1e4) / 100} %`, '', '', money(q.tax))
  }
  row('To pay', '', '', money(q.gross), true)
  const other = q.lines.map((l, i) => ({ noun: l.noun, steps: (q.byQuantity[i] ?? []).filter(s => s.pieces !== l.pieces) }))
  if (other.some(o => o.steps.length > 0)) {
    paper.heading('Another number of pieces')
    for (const { noun, steps } of other) {
      const prices = steps.map(s => `${countOf(s.pieces, noun)}: ${money(s.each)} each`).join('; ')
      paper.text(`${prices}${q.taxRate > 0 ? ', before tax.' : '.'}`)
    }
  }
  if (q.note) {
    paper.gap(4)
    paper.text(q.note)
  }
  paper.gap(4)
  paper.text(`This offer holds until ${day(q.validUntil)}. Each piece is etched by hand: no two are quite alike.`)
  return paper.bytes(`${q.studio}, quote ${q.no}`)
}
