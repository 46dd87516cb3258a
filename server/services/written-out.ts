import { faultText } from '#core/bench/run'
import { numberOf } from '#core/plan/run-plan'
import { fullText, LOG_COLUMNS, rankOf, tagsAsked } from '#shared/log'
import type { LogAsked, LogRow } from '#shared/log'
import { PERIODS } from '#shared/works'
import type { Db } from '../db/pool'
import { loggedRuns } from '../db/queries/runs'
import type { LoggedRun, LogPlace, LogWanted } from '../db/queries/runs'
import { CSV_MARK, csvLines } from './csv'

const DAY_MS = 86_400_000

/** A question of the log as the database is asked. A question without a word in it finds nothing; none at all finds everything. */
export function logWanted(asked: LogAsked, now: Date): LogWanted {
  const words = fullText(asked.q)
  const days = PERIODS.find(p => p.id === asked.period)?.days ?? null
  return {
    words,
    nothing: asked.q.trim() !== '' && words === '',
    tags: tagsAsked(asked),
    sort: asked.sort,
    since: days === null ? null : new Date(now.getTime() - days * DAY_MS),
  }
}

/** Runs that are fetched at once. */
const AT_ONCE = 500

async function* allRuns(db: Db, wanted: LogWanted): AsyncGenerator<LoggedRun[]> {
  let before: LogPlace | null = null
  for (;;) {
    const runs: LoggedRun[] = await loggedRuns(db, wanted, before, AT_ONCE)
    if (runs.length > 0) yield runs
    const last = runs.at(-1)
    if (!last || runs.length < AT_ONCE) return
    const { plan: { pieces }, match, summary } = last
    before = { at: last.endedAt, id: last.id, rank: rankOf(wanted.sort, { pieces, match, summary }) }
  }
}

const seconds = (s: number | null) => (s === null ? '' : String(Math.round(s * 10) / 10))

/** One line for each piece of a run. */
export function logRows(run: LoggedRun): LogRow[] {
  const { plan, summary } = run
  return summary.pieces.map(p => ({
    run: run.id,
    begun: run.startedAt.toISOString(),
    finished: run.endedAt.toISOString(),
    customer: run.customer,
    what: plan.noun,
    piece: String(numberOf(plan, p.n)),
    name: plan.names?.[p.n - 1] ?? '',
    pass: run.passNo === null ? '' : String(run.passNo),
    stencil: run.artName ?? '',
    method: plan.method,
    substrate: plan.basis?.substrate ?? '',
    resist: plan.basis?.resist ?? '',
    product: run.lot,
    best_s: seconds(p.window?.best ?? summary.planned.best),
    dwell_s: seconds(p.dwell),
    first_part_s: seconds(p.firstPart),
    late_by_s: seconds(p.overBy),
    came_out: p.result ?? '',
    faults: p.faults.map(faultText).join('; '),
    note: p.note,
    begun_by: run.startedBy,
  }))
}

/** The log as CSV, one line for each piece. */
export async function* logCsv(db: Db, wanted: LogWanted): AsyncGenerator<string> {
  yield CSV_MARK + csvLines([[...LOG_COLUMNS]])
  for await (const runs of allRuns(db, wanted)) {
    const rows = runs.flatMap(logRows).map(row => LOG_COLUMNS.map(c => row[c]))
    if (rows.length > 0) yield csvLines(rows)
  }
}
