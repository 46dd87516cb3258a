import { Paper } from '../../basics/pdf'
import type { Drawing } from '../../basics/pdf'
import { formatDay } from '../../basics/zone'

/** What both papers of a job begin with. */
interface Head {
  studio: string
  customer: string
  what: string
  /** As `2026-06-01`. */
  dueOn: string
  notes: string
  /** Where the job's page is. */
  address: string
}

/** One pass as it is taken to the bench. */
export interface SheetPass {
  title: string
  /** Label and value, as the studio reads them. */
  facts: readonly [label: string, value: string][]
  drawing: Drawing
  /** What needs care, and what the customer's answers ask for. */
  warnings: readonly string[]
  /** Why it can't be started as it is planned; then there are no steps. */
  refusals: readonly string[]
  steps: readonly { title: string, how: readonly string[], safety: boolean }[]
}

async function begin(title: string, { studio, customer, what, dueOn, notes, address }: Head): Promise<Paper> {
  const paper = await Paper.begin(`${title}: ${what} for ${customer}`)
  paper.qr(address)
  paper.text(title, 10, { width: 140 })
  paper.text(`${what} for ${customer}`, 17, { bold: true, width: 140 })
  paper.text(`Due ${formatDay(dueOn, 'EEEE d MMMM yyyy')}, ${studio}`, 10.5, { width: 140 })
  paper.gap(3)
  if (notes) paper.text(notes, 10.5, { width: 140 })
  return paper
}

/**
 * The job before it is made: what to etch with what for how long, and every step with a box to tick. Label and data sheet go before it.
 */
export async function jobSheet(head: Head, passes: readonly SheetPass[]): Promise<Uint8Array> {
  const paper = await begin('Job sheet', head)
  for (const pass of passes) {
    paper.heading(pass.title)
    paper.drawings([pass.drawing], 40)
    for (const [label, value] of pass.facts) paper.row([{ text: label, width: 62 }, { text: value, width: 112, bold: true }])
    paper.gap(2)
    for (const refusal of pass.refusals) paper.text(`Not to be started: ${refusal}`, 10.5, { bold: true })
    for (const warning of pass.warnings) paper.text(`Mind: ${warning}`, 10)
    paper.gap(2)
    pass.steps.forEach((step, i) => {
      paper.tick(`${i + 1}. ${step.title}${step.safety ? ' (never skipped)' : ''}`, step.how)
    })
  }
  paper.gap(3)
  paper.text('Before anything is opened: the product label and its safety data sheet go before what is printed here.', 9.5)
  return paper.bytes(`${head.studio}, job sheet for ${head.customer}`)
}

/** One run as it went. */
export interface RecordRun {
  title: string
  facts: readonly [label: string, value: string][]
  pieces: readonly { name: string, dwell: string, against: string, result: string, seen: string }[]
}

/** Columns of the pieces, mm. */
const WIDE = { name: 40, dwell: 22, against: 30, result: 20, seen: 62 }

/** The job after it was made: each run, each piece, what came of it, and what it took. */
export async function jobRecordPaper(head: Head, runs: readonly RecordRun[], taken: readonly string[]): Promise<Uint8Array> {
  const paper = await begin('Job record', head)
  if (runs.length === 0) paper.text('Nothing of this job has been on the bench yet.')
  for (const run of runs) {
    paper.heading(run.title)
    for (const [label, value] of run.facts) paper.row([{ text: label, width: 62 }, { text: value, width: 112 }])
    paper.gap(3)
    const row = (name: string, dwell: string, against: string, result: string, seen: string, bold = false) =>
      paper.row(
        [
          { text: name, width: WIDE.name, bold },
          { text: dwell, width: WIDE.dwell, bold },
          { text: against, width: WIDE.against, bold },
          { text: result, width: WIDE.result, bold },
          { text: seen, width: WIDE.seen, bold },
        ],
        9.5,
      )
    row('Piece', 'Time', 'Against its window', 'Came out', 'Seen on it', true)
    for (const p of run.pieces) row(p.name, p.dwell, p.against, p.result, p.seen)
  }
  if (taken.length > 0) {
    paper.heading('Taken from the shelf')
    for (const line of taken) paper.text(line)
  }
  return paper.bytes(`${head.studio}, job record for ${head.customer}`)
}
