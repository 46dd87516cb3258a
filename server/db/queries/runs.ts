import type { CoatTool, Sample } from '#core/plan/coat'
import type { StepSample } from '#core/plan/own-times'
import type { RunPlan } from '#core/plan/run-plan'
import type { RunSummary } from '#core/bench/run'
import type { CouponOfRun } from '#shared/coupons'
import type { DrawnArt } from '#shared/passes'
import type { LogSort } from '#shared/log'
import type { Conflict, LogEntry, PieceShape, RunHead } from '#shared/runs'
import type { Db } from '../pool'
import { ETCHED } from './jobs'

interface HeadRow extends Omit<RunHead, 'startedAt' | 'endedAt' | 'shape'>, Omit<PieceShape, 'placements'> {
  placements: DrawnArt[] | null

  startedAt: Date
  endedAt: Date | null
}

/** What was etched, by name: the common stencils and those that single pieces have. */
const ART_NAME = `(select string_agg(distinct name.value #>> '{}', ', ')
  from jsonb_path_query(pass.placements, '$[*].*.name') as name(value) where jsonb_typeof(name.value) = 'string')`

// A coupon's strips are drawn as strips: flat, as long and wide as its layout says.
const HEAD = `select run.id, run.pass_id as "passId", job.id as "jobId", pass.ord as "passNo",
  (select count(*)::int from pass p where p.set_id = pass.set_id) as passes, run.coupon, ${ART_NAME} as "artName",
  (select jsonb_build_object('id', c.id, 'name', c.name, 'cut', c.cut_at is not null) from cut_sheet c
    join sheet_set o on o.sheet_id = c.id where o.set_id = pass.set_id and not c.put_away order by c.created_at desc limit 1) as sheet,
  coalesce(job.customer, lot.product_name) as subject, run.plan,
  run.lot_id as "lotId",
  run.started_by as "startedBy", run.started_at as "startedAt", run.ended_at as "endedAt", coalesce(s.surface, 'flat') as surface,
    pass.wall, pass.placements, ${ETCHED} as etched,
  coalesce(s.height_mm, (run.coupon -> 'layout' ->> 'stripLength')::float8 * 1.3) as height, coalesce(s.girth_mm,
    (run.coupon -> 'layout' ->> 'stripWidth')::float8 * 1.6) as girth
  from run left join pass on pass.id = run.pass_id left join piece_set s on s.id = pass.set_id left join job on job.id = s.job_id
  join lot on lot.id = run.lot_id`

/** What is open on a strip of a coupon. */
const ofStrip = (coupon: CouponOfRun, height: number): DrawnArt => ({
  art: null,
  arts: [],
  artWidth: coupon.layout.stripWidth,
  artHeight: coupon.layout.stripLength,
  spots: [{ at: 180, middle: height / 2, turn: 0 }],
})

const toHead = ({ surface, wall, placements, etched, height, girth, ...row }: HeadRow): RunHead => ({
  ...row,
  shape: {
    surface,
    wall,
    height,
    girth,
    placements: placements ?? (row.coupon ? [ofStrip(row.coupon, height)] : []),
    ...(etched && etched.length > 0 ? { etched } : {}),
  },
  startedAt: row.startedAt.getTime(),
  endedAt: row.endedAt?.getTime() ?? null,
})

/** @param lock holds the run until the transaction ends, so that events are judged one after another */
export async function runHead(db: Db, id: string): Promise<RunHead | undefined> {
  const row = (await db.query<HeadRow>(`${HEAD} where run.id = $1`, [id])).rows[0]
  return row && toHead(row)
}

/** A run whose row is locked. @property seq number of its last event, 0 without any; it may be older than the lock, never newer */
export interface LockedRun {
  endedAt: number | null
  seq: number
}

/** Locks a run against everybody else who enters something in it. */
export async function lockRun(db: Db, id: string): Promise<LockedRun | undefined> {
  const { rows } = await db.query<{ endedAt: Date | null, seq: number }>({
    name: 'lock-run',
    text: `select ended_at as "endedAt", coalesce((select max(seq) from run_event where run_id = run.id), 0) as seq
      from run where id = $1 for no key update`,
    values: [id],
  })
  return rows[0] && { endedAt: rows[0].endedAt?.getTime() ?? null, seq: rows[0].seq }
}

/** Locks the job that this run is of, before the run itself is locked. */
export async function lockJobOfRun(db: Db, id: string): Promise<void> {
  await db.query(
    `select 1 from job where id = (select s.job_id from run join pass on pass.id = run.pass_id join piece_set s on s.id = pass.set_id
       where run.id = $1) for update`,
    [id],
  )
}

/** Locks the job that this pass is of, before anything of it is changed. */
export async function lockJobOfPass(db: Db, id: string): Promise<void> {
  await db.query(
    'select 1 from job where id = (select s.job_id from pass join piece_set s on s.id = pass.set_id where pass.id = $1) for update',
    [id],
  )
}

export async function openRuns(db: Db): Promise<RunHead[]> {
  return (await db.query<HeadRow>(`${HEAD} where run.ended_at is null order by run.started_at`)).rows.map(toHead)
}

/** All runs of a job, in the order they began. */
export async function runsOfJob(db: Db, jobId: string): Promise<RunHead[]> {
  return (await db.query<HeadRow>(`${HEAD} where job.id = $1 order by run.started_at, run.id`, [jobId])).rows.map(toHead)
}

export async function openRunsOfPasses(db: Db, passIds: string[]): Promise<RunHead[]> {
  return (await db.query<HeadRow>(`${HEAD} where run.ended_at is null and run.pass_id = any($1)`, [passIds])).rows.map(toHead)
}

/** @returns false when this id has been started already */
export async function insertRun(
  db: Db,
  r: { id: string, passId: string | null, coupon: CouponOfRun | null, lotId: string, plan: RunPlan, by: string, at: Date },
): Promise<boolean> {
  const result = await db.query(
    'insert into run (id, pass_id, coupon, lot_id, plan, started_by, started_at) values ($1, $2, $3, $4, $5, $6, $7) on conflict (id) do '
    + 'nothing',
    [r.id, r.passId, r.coupon && JSON.stringify(r.coupon), r.lotId, JSON.stringify(r.plan), r.by, r.at],
  )
  return result.rowCount === 1
}

export async function endRun(
  db: Db,
  r: { id: string, at: Date, outcome: 'finished' | 'abandoned', summary: RunSummary, search: string, tags: string[] },
): Promise<void> {
  await db.query('update run set ended_at = $2, outcome = $3, summary = $4, search = $5, tags = $6 where id = $1', [
    r.id,
    r.at,
    r.outcome,
    JSON.stringify(r.summary),
    r.search,
    r.tags,
  ])
}

/** What the log keeps of a run that is over. */
export async function summaryOf(db: Db, id: string): Promise<RunSummary> {
  return (await db.query<{ summary: RunSummary }>('select summary from run where id = $1', [id])).rows[0]!.summary
}

interface LogRow extends Omit<LogEntry, 'endedAt'> {
  endedAt: Date
}

/** What of the log is wanted. @property words as full text asks @property nothing a question that no run answers */
export interface LogWanted {
  words: string
  nothing: boolean
  tags: readonly string[]
  since: Date | null
  sort: LogSort
}

/** Where a page of the log ended. @property rank by which runs are sorted; null by their day */
export interface LogPlace {
  at: Date
  id: string
  rank: number | null
}

/** What each order goes by before the day; its index is written the same. How well a run matches is another for each question. */
const RANKS: Record<Exclude<LogSort, 'match'>, string | null> = {
  newest: null,
  oldest: null,
  late: '((run.summary ->> \'over\')::int)',
  scrap: '((run.summary ->> \'scrap\')::int)',
  pieces: '((run.plan ->> \'pieces\')::int)',
}

/** A page of the log as it is asked for, with `$1` as the number of its runs. @property match what `match` of a run is */
interface LogQuery {
  where: string
  order: string
  match: string
  values: unknown[]
}

/** What the runs of a page have to be, and in which order they come. Only what is asked for stands in it, so that its index is used. */
function logQuery(wanted: LogWanted, before: LogPlace | null, limit: number): LogQuery {
  const values: unknown[] = [limit]
  const given = (value: unknown) => `$${values.push(value)}`
  const query = wanted.words === '' ? null : `to_tsquery('simple', ${given(wanted.words)})`
  // Without words all match alike, and the newest come first.
  const match = wanted.sort === 'match' && query !== null ? `((1e6 * ts_rank(run.words, ${query}))::int)` : null
  const rank = wanted.sort === 'match' ? match : RANKS[wanted.sort]
  const columns = [...(rank === null ? [] : [rank]), 'run.ended_at', 'run.id']
  const way = wanted.sort === 'oldest' ? 'asc' : 'desc'
  const placeAfter = (place: LogPlace) => {
    const end = [...(rank === null ? [] : [given(place.rank ?? 0)]), given(place.at), given(place.id)]
    return `(${columns.join(', ')}) ${wanted.sort === 'oldest' ? '>' : '<'} (${end.join(', ')})`
  }
  const conditions = [
    'run.outcome = \'finished\'',
    ...(query === null ? [] : [`run.words @@ ${query}`]),
    ...(wanted.tags.length === 0 ? [] : [`run.tags @> ${given(wanted.tags)}::text[]`]),
    ...(wanted.since === null ? [] : [`run.ended_at >= ${given(wanted.since)}`]),
    ...(before === null ? [] : [placeAfter(before)]),
  ]
  return {
    where: conditions.join(' and '),
    order: columns.map(by => `${by} ${way}`).join(', '),
    match: match ?? 'null::int',
    values,
  }
}

/** Finished runs in the order that is asked for. @param before where the page before this one ended */
export async function logPage(db: Db, wanted: LogWanted, before: LogPlace | null, limit: number): Promise<LogEntry[]> {
  if (wanted.nothing) return []
  const { where, order, match, values } = logQuery(wanted, before, limit)
  const { rows } = await db.query<LogRow>(
    `select run.id, coalesce(job.customer, 'a coupon') as subject, run.plan ->> 'noun' as noun, (run.plan ->> 'pieces')::int as pieces,
      pass.ord as "passNo", (select count(*)::int from pass p where p.set_id = pass.set_id) as passes, ${ART_NAME} as "artName",
      lot.product_name as lot, person.name as "startedBy", run.ended_at as "endedAt", run.summary,
      ${match} as match
     from (select * from run where ${where} order by ${order} limit $1) run
       left join pass on pass.id = run.pass_id left join piece_set s on s.id = pass.set_id left join job on job.id = s.job_id
       join lot on lot.id = run.lot_id join person on person.id = run.started_by
     order by ${order}`,
    values,
  )
  return rows.map(row => ({ ...row, endedAt: row.endedAt.getTime() }))
}

/** A finished run as it is written out. */
export interface LoggedRun {
  id: string
  customer: string
  passNo: number | null
  artName: string | null
  lot: string
  startedBy: string
  startedAt: Date
  endedAt: Date
  plan: RunPlan
  summary: RunSummary
  match: number | null
}

/** Finished runs with their plans, to be written out. */
export async function loggedRuns(db: Db, wanted: LogWanted, before: LogPlace | null, limit: number): Promise<LoggedRun[]> {
  if (wanted.nothing) return []
  const { where, order, match, values } = logQuery(wanted, before, limit)
  const { rows } = await db.query<LoggedRun>(
    `select run.id, coalesce(job.customer, '') as customer, pass.ord as "passNo", ${ART_NAME} as "artName", lot.product_name as lot,
      person.name as "startedBy", run.started_at as "startedAt", run.ended_at as "endedAt", run.plan, run.summary,
      ${match} as match
     from (select * from run where ${where} order by ${order} limit $1) run
       left join pass on pass.id = run.pass_id left join piece_set s on s.id = pass.set_id left join job on job.id = s.job_id
       join lot on lot.id = run.lot_id join person on person.id = run.started_by
     order by ${order}`,
    values,
  )
  return rows
}

/** Runs that the studio's own pace is worked out from. */
const LATEST = 60
/** Of so many they are picked: what is in a plan has no index, and nobody's whole log is read for it. */
const LOOKED_THROUGH = 300
const latest = (columns: string) => `(select id, ended_at, ${columns} from run where outcome = 'finished' and pass_id is not null
  order by ended_at desc, id desc limit ${LOOKED_THROUGH})`

/** What coats by one person took, tool by tool, the latest first. */
export async function coatSamples(db: Db): Promise<(Sample & { tool: CoatTool })[]> {
  const { rows } = await db.query<Sample & { tool: CoatTool }>(
    `select (piece ->> 'firstPart')::float8 - (piece ->> 'dwell')::float8 as seconds, 
       coalesce(r.basis ->> 'cover', r.basis ->> 'openArea')::float8 as area,
       coalesce(r.basis ->> 'tool', 'brush') as tool
     from (select plan -> 'basis' as basis, summary from ${latest('plan, summary')} latest
         where plan ->> 'method' = 'cream' and plan ? 'basis' and coalesce((plan -> 'basis' ->> 'coaters')::int, 1) = 1
         order by ended_at desc, id desc limit ${LATEST}) r, jsonb_array_elements(r.summary -> 'pieces') piece
     where piece ->> 'firstPart' is not null and piece ->> 'dwell' is not null`,
  )
  return rows
}

/** mL put out and back of the latest finished runs that scraped their cream back, as the ledger has it. */
export async function measuredRuns(db: Db): Promise<{ putOut: number, back: number }[]> {
  const { rows } = await db.query<{ putOut: number, back: number }>(
    `select coalesce(-sum(m.change) filter (where m.kind = 'used'), 0)::float8 as "putOut",
       coalesce(sum(m.change) filter (where m.kind = 'recovered'), 0)::float8 as back
     from (select id, lot_id from ${latest('lot_id, plan')} latest
         where plan ->> 'after' = 'recover' order by ended_at desc, id desc limit ${LATEST}) r
       join movement m on m.run_id = r.id and m.stock_id = r.lot_id
     group by r.id having sum(m.change) filter (where m.kind = 'used') < 0`,
  )
  return rows
}

/** Runs that are still to be timed, with what that takes. */
export interface Untimed {
  id: string
  plan: RunPlan
  startedAt: Date
}

/** What the steps of the latest finished runs took, and those among them that nobody has timed yet. */
export async function stepSamples(db: Db): Promise<{ samples: StepSample[], untimed: Untimed[] }> {
  const latest = `(select * from run where outcome = 'finished' and pass_id is not null order by ended_at desc, id desc limit ${LATEST}) r`
  const { rows } = await db.query<StepSample>(
    `select t.step, t.usual, t.took from ${latest}, jsonb_to_recordset(r.times) as t(step text, usual float8, took float8)
      where r.times is not null`,
  )
  const { rows: untimed } = await db.query<Untimed>(`select r.id, r.plan, r.started_at as "startedAt" from ${latest} where r.times is null`)
  return { samples: rows, untimed }
}

export async function putTimes(db: Db, id: string, times: readonly StepSample[]): Promise<void> {
  await db.query('update run set times = $2 where id = $1', [id, JSON.stringify(times)])
}

interface ConflictRow extends Omit<Conflict, 'at'> {
  runId: string
  at: Date
}

/** Entries of these runs that nobody has decided on yet, in the order they came. */
export async function conflictsOfRuns(db: Db, runIds: string[]): Promise<Map<string, Conflict[]>> {
  const byRun = new Map<string, Conflict[]>(runIds.map(id => [id, []]))
  if (runIds.length === 0) return byRun
  const { rows } = await db.query<ConflictRow>(
    'select id, run_id as "runId", kind as fact, piece, at, by_person as "by" from run_conflict where run_id = any($1) and settled_at is '
    + 'null order by server_time, id',
    [runIds],
  )
  for (const { runId, at, ...row } of rows) byRun.get(runId)!.push({ ...row, at: at.getTime() })
  return byRun
}

/** @returns ids of these that are kept as conflicts already, settled or not */
export async function insertConflict(db: Db, runId: string, c: Conflict & { deviceTime: number, serverTime: number }): Promise<void> {
  await db.query(
    'insert into run_conflict (id, run_id, kind, piece, at, device_time, server_time, by_person) values ($1, $2, $3, $4, $5, $6, $7, $8) '
    + 'on conflict (id) do nothing',
    [c.id, runId, c.fact, c.piece, new Date(c.at), new Date(c.deviceTime), new Date(c.serverTime), c.by],
  )
}

/** What is written after the end is found by its words as well. */
export async function addToSearch(db: Db, id: string, text: string): Promise<void> {
  await db.query('update run set search = search || \' \' || $2 where id = $1', [id, text.toLowerCase()])
}

export async function settleConflict(db: Db, id: string, taken: boolean, by: string, at: Date): Promise<void> {
  await db.query('update run_conflict set settled_at = $2, settled_by = $3, taken = $4 where id = $1', [id, at, by, taken])
}
