import type { Db } from '../pool'

/** Writes a row, to see whether anything can be written. */
export async function beat(db: Db): Promise<void> {
  await db.query('insert into heartbeat (at) values (now()) on conflict (one) do update set at = excluded.at')
}
