import type { Block } from '#core/crew/day'
import type { DayPlan } from '#shared/days'
import type { Db } from '../pool'

interface DayRow extends Omit<DayPlan, 'midnight' | 'savedAt'> {
  midnight: Date
  savedAt: Date
}

const COLUMNS
  = 'to_char(day, \'YYYY-MM-DD\') as day, midnight, passes, away, locks, slots, blocks, version, saved_by as "savedBy", '
    + 'saved_at as "savedAt"'

export async function dayByDate(db: Db, day: string, lock = false): Promise<DayPlan | undefined> {
  const row = (await db.query<DayRow>(`select ${COLUMNS} from day_plan where day = $1 ${lock ? 'for update' : ''}`, [day])).rows[0]
  return row && { ...row, midnight: row.midnight.getTime(), savedAt: row.savedAt.getTime() }
}

export interface StoredDay extends Pick<DayPlan, 'day' | 'midnight' | 'passes' | 'away' | 'locks' | 'slots'> {
  blocks: Block[]
  by: string
  at: Date
}

/** Stores a day's plan over the one of that version; 0: there was none. @returns false when somebody else was first */
export async function putDay(db: Db, d: StoredDay, version: number): Promise<boolean> {
  const values = [
    d.day,
    new Date(d.midnight),
    d.passes,
    JSON.stringify(d.away),
    JSON.stringify(d.locks),
    JSON.stringify(d.slots),
    JSON.stringify(d.blocks),
    d.by,
    d.at,
  ]
  const result
    = version === 0
      ? await db.query(
          'insert into day_plan (day, midnight, passes, away, locks, slots, blocks, saved_by, saved_at) '
          + 'values ($1, $2, $3, $4, $5, $6, $7, $8, $9) on conflict (day) do nothing',
          values,
        )
      : await db.query(
          'update day_plan set midnight = $2, passes = $3, away = $4, locks = $5, slots = $6, blocks = $7, saved_by = $8, saved_at = $9, '
          + 'version = version + 1 where day = $1 and version = $10',
          [...values, version],
        )
  return result.rowCount === 1
}
