import { completeRules } from '#core/trade/house'
import type { HouseRules } from '#core/trade/house'
import type { Studio } from '#shared/studio'
import type { Db } from '../pool'
import { levelSql } from './stock'

const COLUMNS = 'name, world <> \'own\' as sample, rules, emergency_number as "emergencyNumber", poison_number as "poisonNumber", '
  + `(select max(supply.expires_on) from supply join stock s using (id)
    where s.kind = 'gel' and not put_away and ${levelSql('s.id')} > 0) as "gelExpiresOn", version`

export async function readStudio(db: Db): Promise<Studio | undefined> {
  const row = (await db.query<Studio>(`select ${COLUMNS} from studio where id = 1`)).rows[0]
  return row && { ...row, rules: completeRules(row.rules) }
}

export async function insertStudio(db: Db, name: string, rules: HouseRules, world: 'own' | 'sample being loaded'): Promise<void> {
  await db.query('insert into studio (id, name, rules, world) values (1, $1, $2, $3)', [name, JSON.stringify(rules), world])
}

export async function sampleIsLoaded(db: Db): Promise<void> {
  await db.query('update studio set world = \'sample\' where id = 1')
}

/** @returns false when somebody else changed it since `version` */
export async function updateStudio(
  db: Db,
  s: { name: string, rules: HouseRules, emergencyNumber: string, poisonNumber: string, version: number },
): Promise<boolean> {
  const result = await db.query(
    'update studio set name = $1, rules = $2, emergency_number = $3, poison_number = $4, version = version + 1 where id = 1 and version = '
    + '$5',
    [s.name, JSON.stringify(s.rules), s.emergencyNumber, s.poisonNumber, s.version],
  )
  return result.rowCount === 1
}
