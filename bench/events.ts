import pg from 'pg'
import { v7 } from 'uuid'
import type { Client } from '../tests/support/client'
import { event, newRun } from '../tests/support/client'
import { byTurns } from './table'
import type { Row } from './table'

const BATCH = 100
const ROUNDS = 9

/** Run events accepted per second through the whole server, against bare inserts of the same rows through node-postgres. */
export async function eventRow(url: string, databaseUrl: string, client: Client, bottleId: string): Promise<Row> {
  const pool = new pg.Pool({ connectionString: databaseUrl, options: '-c search_path=crest', max: 1 })
  const { rows: [person] } = await pool.query<{ id: string }>('select id from person limit 1')
  let seq = 1_000_000

  /** A tick and its taking back, over and over: both are always allowed. */
  async function ours() {
    const { runId } = await newRun(client, bottleId)
    const events = Array.from({ length: BATCH / 2 }).flatMap(() => {
      const tick = event({ kind: 'gate.ticked', step: 'safety', item: 'gloves' })
      return [tick, event({ kind: 'event.undone', target: tick.id })]
    })
    for (const one of events) await client.post(`runs/${runId}/events`, { events: [one] })
  }
  const { runId } = await newRun(client, bottleId)
  async function theirs() {
    for (let i = 0; i < BATCH; i++) {
      await pool.query(
        'insert into run_event (id, run_id, seq, kind, piece, payload, at, device_time, server_time, by_person) values ($1, $2, $3, $4, null, $5, now(), now(), now(), $6)',
        [v7(), runId, seq++, 'gate.ticked', '{"step":"safety","item":"gloves"}', person!.id],
      )
    }
  }
  const [a, b] = await byTurns(ROUNDS, ours, theirs)
  await pool.end()
  const rate = (ms: number) => 1000 * BATCH / ms
  return { name: 'run events accepted per second, one a request', figure: `${rate(a).toFixed(0)}/s`, reference: `bare inserts, node-postgres: ${rate(b).toFixed(0)}/s`, ratio: rate(a) / rate(b) }
}
