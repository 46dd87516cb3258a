import type { TubEntry } from '#core/bench/tub'
import type { NewTub, SentTubEntry, Tub } from '#shared/tubs'
import type { Db } from '../pool'

export type TubRow = Omit<Tub, 'entries' | 'runs'>
const TUB = 'id, name, volume, made_by as "madeBy", made_at as "madeAt", emptied_at as "emptiedAt"'
/** Emptied tubs that are still shown, the latest. */
const LATEST = 12

/** Tubs with something in them, the newest first, then the last that were emptied. */
export async function listTubs(db: Db): Promise<TubRow[]> {
  const { rows } = await db.query<TubRow>(
    `(select ${TUB} from tub where emptied_at is null order by made_at desc limit 200)
      union all (select ${TUB} from tub where emptied_at is not null order by emptied_at desc limit $1)`,
    [LATEST],
  )
  return rows
}

export async function tubById(db: Db, id: string, lock = false): Promise<TubRow | undefined> {
  return (await db.query<TubRow>(`select ${TUB} from tub where id = $1 ${lock ? 'for update' : ''}`, [id])).rows[0]
}

/** @returns false when this id is known already */
export async function insertTub(db: Db, tub: NewTub, by: string, at: Date): Promise<boolean> {
  const { rowCount } = await db.query(
    'insert into tub (id, name, volume, made_by, made_at) values ($1, $2, $3, $4, $5) on conflict (id) do nothing',
    [tub.id, tub.name, tub.volume, by, at],
  )
  return rowCount === 1
}

/** What people entered of these tubs, in the order of time. */
export async function tubEntries(db: Db, ids: readonly string[]): Promise<Map<string, TubEntry[]>> {
  const { rows } = await db.query<{ tub: string, id: string, kind: string, payload: object, by: string, at: Date }>(
    'select tub_id as tub, id, kind, payload, by_person as by, at from tub_event where tub_id = any($1) order by at, id',
    [ids],
  )
  const all = new Map<string, TubEntry[]>()
  for (const { tub, payload, at, ...row } of rows)
    all.set(tub, [...(all.get(tub) ?? []), { ...payload, ...row, at: at.getTime() } as TubEntry])
  return all
}

/** Runs that were rinsed in these tubs. */
export async function runsOfTubs(db: Db, ids: readonly string[]): Promise<string[]> {
  const { rows } = await db.query<{ id: string }>(
    `select distinct run_id as id from run_event where kind = 'tub.chosen' and payload ->> 'tub' = any($1)`,
    [ids],
  )
  return rows.map(r => r.id)
}

export async function insertTubEntry(db: Db, tubId: string, { id, kind, ...payload }: SentTubEntry, by: string, at: Date): Promise<void> {
  await db.query('insert into tub_event (id, tub_id, kind, payload, by_person, at) values ($1, $2, $3, $4, $5, $6)', [
    id,
    tubId,
    kind,
    JSON.stringify(payload),
    by,
    at,
  ])
}

export async function setTubEmptied(db: Db, id: string, at: Date): Promise<void> {
  await db.query('update tub set emptied_at = $2 where id = $1', [id, at])
}
