import { DWELL_BINS } from '#shared/works'
import type { DwellBin, Factor, Works } from '#shared/works'
import type { Db } from '../pool'

/** Key of a run by each factor, its name where it is kept, and what has to be joined for that. */
const BY: Record<Factor, { key: string, name: string, join: string }> = {
  substrate: { key: 'run.plan -> \'basis\' ->> \'substrate\'', name: 'null::text', join: '' },
  resist: { key: 'run.plan -> \'basis\' ->> \'resist\'', name: 'null::text', join: '' },
  etchant: { key: 'run.plan -> \'basis\' ->> \'etchant\'', name: 'null::text', join: '' },
  school: { key: 'run.plan -> \'basis\' -> \'schools\' ->> \'dwell\'', name: 'null::text', join: '' },
  surface: { key: 'run.plan -> \'basis\' ->> \'surface\'', name: 'null::text', join: '' },
  lot: { key: 'run.lot_id::text', name: 'lot.product_name', join: 'join lot on lot.id = run.lot_id' },
  person: { key: 'run.started_by::text', name: 'person.name', join: 'join person on person.id = run.started_by' },
}

/** Judged pieces of finished runs for customers since a moment. Coupons are practice. */
const JUDGED = `from run cross join lateral jsonb_array_elements(run.summary -> 'pieces') piece`
const COUNTED = `run.outcome = 'finished' and run.coupon is null and piece ->> 'result' is not null and run.ended_at >= $1`

/** Kinds beyond which nobody reads on. */
const MOST_KINDS = 40

export async function tallies(db: Db, by: Factor, since: Date): Promise<Pick<Works, 'tallies' | 'unknown'>> {
  const { key, name, join } = BY[by]
  const count = (result: string) => `count(*) filter (where piece ->> 'result' = '${result}')::int as ${result}`
  const { rows } = await db.query<Omit<Works['tallies'][number], 'key'> & { key: string | null }>(
    `select ${key} as key, ${name} as name, count(distinct run.id)::int as runs, count(*)::int as pieces, ${count('good')},
      ${count('usable')}, ${count('scrap')}
    ${JUDGED} ${join} where ${COUNTED} group by 1, 2 order by pieces desc, key limit ${MOST_KINDS}`,
    [since],
  )
  return {
    tallies: rows.filter(r => r.key !== null) as Works['tallies'],
    unknown: rows.find(r => r.key === null)?.pieces ?? 0,
  }
}

export async function faultCounts(db: Db, since: Date): Promise<Pick<Works, 'faults' | 'pieces'>> {
  const { rows } = await db.query<Works['faults'][number]>(
    `select fault, count(*)::int as pieces ${JUDGED}, jsonb_array_elements_text(piece -> 'faults') fault
    where ${COUNTED} group by fault order by pieces desc, fault`,
    [since],
  )
  const { rows: [all] } = await db.query<{ pieces: number }>(`select count(*)::int as pieces ${JUDGED} where ${COUNTED}`, [since])
  return { faults: rows, pieces: all!.pieces }
}

export async function dwellBins(db: Db, since: Date): Promise<DwellBin[]> {
  const { from, to, width } = DWELL_BINS
  const bins = Math.round((to - from) / width)
  const { rows } = await db.query<{ bin: number, pieces: number }>(
    `select least(greatest(width_bucket((piece ->> 'dwell')::float8
        / coalesce(piece -> 'window' ->> 'best', run.summary -> 'planned' ->> 'best')::float8, $2::float8, $3::float8, $4::int), 1), $4)
        as bin, count(*)::int as pieces
    ${JUDGED} where ${COUNTED} and piece ->> 'dwell' is not null group by bin order by bin`,
    [since, from, to, bins],
  )
  return rows.map(r => ({ from: Math.round((from + (r.bin - 1) * width) * 100) / 100, pieces: r.pieces }))
}
