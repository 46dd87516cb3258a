import type { RunPlan } from '#core/plan/run-plan'
import type { RunSummary } from '#core/bench/run'
import { DWELL_BINS } from '#shared/works'
import type { DwellBin, Factor, Works } from '#shared/works'
import type { Db } from '../pool'

/** A closed run as its pieces are counted. */
export interface ClosedRun {
  id: string
  at: Date
  plan: RunPlan
  summary: RunSummary
  lotId: string
  startedBy: string
  /** Hands-on work, s. */
  worked: number
  /** Of each piece, by number, L*; pieces that nobody measured have none. */
  contrast: ReadonlyMap<number, number>
}

/** Keeps the judged pieces of a run that has just been closed. What was taken out is not judged. */
export async function insertJudged(db: Db, { id, at, plan, summary, lotId, startedBy, worked, contrast }: ClosedRun): Promise<void> {
  const { basis } = plan
  const judged = summary.pieces.filter(of => of.result !== null)
  for (const p of judged)
    await db.query(
      `insert into judged (run_id, piece, ended_at, result, faults, dwell, substrate, resist, etchant, school, surface, lot_id, person_id,
         worked, contrast)
       values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $15)`,
      [
        id,
        p.n,
        at,
        p.result,
        p.faults,
        p.dwell === null ? null : p.dwell / p.window.best,
        basis?.substrate ?? null,
        basis?.resist ?? null,
        basis?.etchant ?? null,
        basis?.schools.dwell ?? null,
        basis?.surface ?? null,
        lotId,
        startedBy,
        worked / judged.length,
        contrast.get(p.n) ?? null,
      ],
    )
}

/** Pieces that were judged otherwise since, or whose times were put right. */
export async function updateJudged(db: Db, runId: string, pieces: readonly RunSummary['pieces'][number][]): Promise<void> {
  for (const p of pieces)
    await db.query('update judged set result = $3, faults = $4, dwell = $5 where run_id = $1 and piece = $2', [
      runId, p.n, p.result, p.faults, p.dwell === null ? null : p.dwell / p.window.best,
    ])
}

/** Hands-on work of a run, shared anew among its judged pieces. @param worked s */
export async function shareWork(db: Db, runId: string, worked: number): Promise<void> {
  const pieces = '(select count(*) from judged where run_id = $1)'
  await db.query(`update judged set worked = $2::float8 / ${pieces} where run_id = $1`, [runId, worked])
}

/** The frost of a piece, measured after its run was closed. @param contrast L* */
export async function measureJudged(db: Db, runId: string, piece: number, contrast: number): Promise<void> {
  await db.query('update judged set contrast = $3 where run_id = $1 and piece = $2', [runId, piece, contrast])
}

/** Column of each factor, and what its kinds are called where that is kept. */
const BY: Record<Factor, { column: string, name: string }> = {
  substrate: { column: 'substrate', name: 'null::text' },
  resist: { column: 'resist', name: 'null::text' },
  etchant: { column: 'etchant', name: 'null::text' },
  school: { column: 'school', name: 'null::text' },
  surface: { column: 'surface', name: 'null::text' },
  lot: { column: 'lot_id', name: '(select product_name from lot where id = kind.key::uuid)' },
  person: { column: 'person_id', name: '(select name from person where id = kind.key::uuid)' },
}

/** Kinds beyond which nobody reads on. */
const MOST_KINDS = 40

interface TallyRow extends Omit<Works['tallies'][number], 'key' | 'work' | 'contrast'> {
  key: string | null
  workRuns: number
  work: number | null
  workDeviation: number
  measured: number
  contrast: number | null
  squares: number | null
}

function tallyOf(row: TallyRow & { key: string }): Works['tallies'][number] {
  const { key, name, runs, pieces, good, usable, scrap, work, workRuns, workDeviation, contrast, measured, squares } = row
  const variance = contrast === null || measured < 2 ? 0 : Math.max(0, (squares! - measured * contrast * contrast) / (measured - 1))
  return {
    key, name, runs, pieces, good, usable, scrap,
    ...(work === null ? {} : { work: { n: workRuns, mean: work, deviation: workDeviation } }),
    ...(contrast === null ? {} : { contrast: { n: measured, mean: contrast, deviation: Math.sqrt(variance) } }),
  }
}

/** Judged pieces since a moment, told apart by one thing. @param substrate only those on it; null: all */
export async function tallies(
  db: Db,
  by: Factor,
  since: Date,
  substrate: string | null = null,
): Promise<Pick<Works, 'tallies' | 'unknown'>> {
  const { column, name } = BY[by]
  const count = (result: string) => `count(*) filter (where result = '${result}')::int as ${result}`
  // Counted per run first: telling runs apart in one go would sort every piece there is.
  const { rows } = await db.query<TallyRow>(
    `select kind.*, ${name} as name from (
      select key::text, count(*)::int as runs, sum(pieces)::int as pieces, sum(good)::int as good, sum(usable)::int as usable,
        sum(scrap)::int as scrap, count(work)::int as "workRuns", avg(work) as work, coalesce(stddev_samp(work), 0) as "workDeviation",
        sum(measured)::int as measured, sum(light) / nullif(sum(measured), 0) as contrast, sum(squares) as squares
      from (select ${column} as key, run_id, count(*) as pieces, ${count('good')}, ${count('usable')}, ${count('scrap')},
          sum(worked)::float8 / nullif(count(*) filter (where result <> 'scrap'), 0) as work, count(contrast) as measured,
          sum(contrast)::float8 as light, sum(contrast::float8 * contrast) as squares
        from judged where ended_at >= $1 ${substrate === null ? '' : 'and substrate = $2'} group by 1, 2) run
      group by key order by pieces desc, key limit ${MOST_KINDS}) kind
    order by kind.pieces desc, key`,
    substrate === null ? [since] : [since, substrate],
  )
  return {
    tallies: rows.flatMap(r => (r.key === null ? [] : [tallyOf({ ...r, key: r.key })])),
    unknown: rows.find(r => r.key === null)?.pieces ?? 0,
  }
}

export async function faultCounts(db: Db, since: Date): Promise<Pick<Works, 'faults' | 'pieces'>> {
  const { rows } = await db.query<Works['faults'][number]>(
    `select fault, count(*)::int as pieces from judged, unnest(faults) fault where ended_at >= $1 group by fault
      order by pieces desc, fault`,
    [since],
  )
  const { rows: [all] } = await db.query<{ pieces: number }>('select count(*)::int as pieces from judged where ended_at >= $1', [since])
  return { faults: rows, pieces: all!.pieces }
}

export async function dwellBins(db: Db, since: Date): Promise<DwellBin[]> {
  const { from, to, width } = DWELL_BINS
  const bins = Math.round((to - from) / width)
  const { rows } = await db.query<{ bin: number, pieces: number }>(
    `select least(greatest(width_bucket(dwell::float8, $2::float8, $3::float8, $4::int), 1), $4) as bin, count(*)::int as pieces
      from judged where ended_at >= $1 and dwell is not null group by bin order by bin`,
    [since, from, to, bins],
  )
  return rows.map(r => ({ from: Math.round((from + (r.bin - 1) * width) * 100) / 100, pieces: r.pieces }))
}
