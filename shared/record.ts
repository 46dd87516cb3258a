import type { PieceSummary } from '#core/bench/run'
import { addMoney, moneyBetween } from '#core/plan/quote'
import type { Money, PricePart, QuoteLine } from '#core/plan/quote'
import type { Method } from '#core/trade/materials'
import type { StockKindId } from '#core/trade/stock'
import type { Job } from './passes'
import type { Quote } from './quotes'
import type { Photo } from './runs'
import type { TakenByRun } from './stock'

/** One step of a run beside what was planned for it. */
export interface RecordedStep {
  id: string
  title: string
  /** s, one pair of hands, waiting and all */
  planned: number
  /** ms; null while it is not over */
  from: number | null
  to: number | null
  skipped: boolean
}

/** A run as its job's page shows it. */
export interface RecordedRun {
  id: string
  passId: string
  passNo: number
  passes: number
  noun: string
  method: Method
  lotId: string
  startedBy: string
  startedAt: number
  endedAt: number | null
  abandoned: boolean
  steps: RecordedStep[]
  /** Hands-on, s. */
  worked: number
  /** Who entered how much, most first. */
  people: { id: string, entries: number }[]
  /** By their numbers in the set. */
  pieces: (PieceSummary & { number: number, name: string })[]
  /** Of a piece, by its number in the run; null: of the whole bench. */
  photos: Pick<Photo, 'id' | 'piece'>[]
}

/** All that is known of a job. */
export interface JobRecord {
  job: Job
  runs: RecordedRun[]
  /** What its runs and cut sheets took off the shelf. */
  taken: TakenByRun[]
  quotes: Quote[]
}

/** What of a price is held against what was really spent. */
export const SPENT_ON = [
  { id: 'etchant', text: 'Etchant', parts: ['etchant'] },
  { id: 'resist', text: 'Resist', parts: ['resist'] },
  { id: 'blanks', text: 'Blanks', parts: ['blanks'] },
  { id: 'else', text: 'Gloves and all else', parts: ['consumables', 'wear'] },
  { id: 'work', text: 'Work', parts: ['work'] },
] as const satisfies readonly { id: string, text: string, parts: readonly PricePart[] }[]
export type SpentOn = (typeof SPENT_ON)[number]['id']

const ON: Partial<Record<StockKindId, SpentOn>> = { etchant: 'etchant', abrasive: 'etchant', film: 'resist', blank: 'blanks' }

export interface Spent {
  id: SpentOn | 'all'
  text: string
  /** null without a quote */
  quoted: Money | null
  actual: Money
  /** More is positive; null without a quote. */
  over: Money | null
}

/** Where the money of a job went, beside what was quoted for it, and all of it in the last line. @param hourly price of an hour of work */
export function spentOn({ runs, taken }: Pick<JobRecord, 'runs' | 'taken'>, lines: readonly QuoteLine[] | null, hourly: number): Spent[] {
  const worked = runs.reduce((sum, r) => sum + r.worked, 0)
  const amount = (of: number): Money => addMoney(of.toFixed(6))
  const spent = SPENT_ON.map(({ id, text, parts }): Spent => {
    const gone = taken.filter(t => (ON[t.kind] ?? 'else') === id).map(t => amount(-t.change * (t.price ?? 0)))
    const actual = id === 'work' ? amount((worked / 3600) * hourly) : addMoney(...gone)
    const quoted = lines && addMoney(...lines.flatMap(l => parts.map(part => l.parts[part])))
    return { id, text, quoted, actual, over: quoted && moneyBetween(quoted, actual) }
  })
  const actual = addMoney(...spent.map(s => s.actual))
  const quoted = lines && addMoney(...spent.map(s => s.quoted ?? '0'))
  return [...spent, { id: 'all', text: 'Together', quoted, actual, over: quoted && moneyBetween(quoted, actual) }]
}
