import type { StoredEvent } from '#shared/runs'
import type { Db, Writes } from '../pool'
import { booksNow, mayBook } from './sessions'

interface EventRow {
  id: string
  runId: string
  seq: number
  kind: string
  piece: number | null
  payload: Record<string, unknown>
  at: Date
  deviceTime: Date
  serverTime: Date
  by: string
}

const EVENT
  = 'id, run_id as "runId", seq, kind, piece, payload, at, device_time as "deviceTime", server_time as "serverTime", by_person as "by"'

function toEvent({ runId: _, piece, payload, ...row }: EventRow): StoredEvent {
  return {
    ...payload,
    ...(piece === null ? {} : { piece }),
    id: row.id,
    kind: row.kind,
    seq: row.seq,
    by: row.by,
    at: row.at.getTime(),
    deviceTime: row.deviceTime.getTime(),
    serverTime: row.serverTime.getTime(),
  } as StoredEvent
}

/** Events of several runs, each run's in the order accepted. @param after number of the last one that is known */
export async function eventsOfRuns(db: Db, runIds: string[], after = 0): Promise<Map<string, StoredEvent[]>> {
  const byRun = new Map<string, StoredEvent[]>(runIds.map(id => [id, []]))
  if (runIds.length === 0) return byRun
  const { rows } = await db.query<EventRow>(`select ${EVENT} from run_event where run_id = any($1) and seq > $2 order by run_id, seq`, [
    runIds,
    after,
  ])
  for (const row of rows) byRun.get(row.runId)!.push(toEvent(row))
  return byRun
}

/** Which of these event ids are stored under another run. */
export async function idsOfOtherRuns(db: Db, runId: string, ids: string[]): Promise<Set<string>> {
  const { rows } = await db.query<{ id: string }>('select id from run_event where id = any($1) and run_id <> $2', [ids, runId])
  return new Set(rows.map(r => r.id))
}

const IN_COLUMNS = new Set(['id', 'seq', 'kind', 'piece', 'at', 'deviceTime', 'serverTime', 'by'])
/** What of an event has no column. A loop: `...rest` past eight names takes as long as parsing the event. */
function payloadOf(event: StoredEvent): Record<string, unknown> {
  const payload: Record<string, unknown> = {}
  for (const [key, value] of Object.entries(event)) if (!IN_COLUMNS.has(key)) payload[key] = value
  return payload
}
const pieceOf = (event: StoredEvent): number | null => (event as { piece?: number }).piece ?? null
const timestamp = (ms: number) => new Date(ms).toISOString()

const toRow = (runId: string, event: StoredEvent) => ({
  id: event.id,
  run_id: runId,
  seq: event.seq,
  kind: event.kind,
  piece: pieceOf(event),
  payload: payloadOf(event),
  at: timestamp(event.at),
  device_time: timestamp(event.deviceTime),
  server_time: timestamp(event.serverTime),
  by_person: event.by,
})
const COLUMNS = 'id, run_id, seq, kind, piece, payload, at, device_time, server_time, by_person'
const RECORD
  = 'id uuid, run_id uuid, seq int, kind text, piece smallint, payload jsonb, at timestamptz, device_time timestamptz, server_time '
    + 'timestamptz, by_person uuid'

/** Appends in one statement; all are stored or none. */
export async function insertEvents(db: Db, runId: string, events: StoredEvent[]): Promise<void> {
  await db.query(`insert into run_event (${COLUMNS}) select ${COLUMNS} from jsonb_to_recordset($1) as e(${RECORD})`, [
    JSON.stringify(events.map(e => toRow(runId, e))),
  ])
}

/** Events of one request, to be stored through the session that sent them. */
export interface EventsOfSession {
  runId: string
  session: string
  events: StoredEvent[]
}

const OF_MANY = { session: 'entry.session', who: 'by_person', at: 'entry.at', now: 'entry.server_time' }
const APPEND_MANY = {
  name: 'append-events',
  text: `with entry as (select * from jsonb_to_recordset($1) as e(${RECORD}, session uuid)),
      locked as (select id from run where id in (select run_id from entry) order by id for key share)
    insert into run_event (${COLUMNS}) select ${COLUMNS} from entry where run_id in (select id from locked)
      and not exists (select 1 from entry where not (${booksNow(OF_MANY)} or ${mayBook(OF_MANY)})) order by run_id, seq`,
}

/** ms since 1970, exact to the ms. */
const timeOf = (parameter: string) => `to_timestamp(${parameter}::float8 / 1000)`
const OF_ONE = { session: '$11::uuid', who: '$10', at: timeOf('$7'), now: timeOf('$9') }
const appendOneIf = (allowed: string) => `
  insert into run_event (${COLUMNS}) select $1::uuid, id, $3, $4, $5, $6, ${OF_ONE.at}, ${timeOf('$8')}, ${OF_ONE.now}, $10
    from (select id from run where id = $2 for key share) as locked where ${allowed}`
const APPEND_ONE = [
  { name: 'append-now', text: appendOneIf(booksNow(OF_ONE)) },
  { name: 'append-one', text: appendOneIf(mayBook(OF_ONE)) },
]

/**
 * Appends events of several requests, in one statement and so in one commit. All are stored, or none: where one of these sessions may
 * not book one of them. The runs are locked before anything is written, as by whoever works on one alone, so that none waits for the
 * other.
 * @returns whether they were stored. Throws a unique violation where a number or an id is taken.
 */
export async function appendEvents(writer: Writes, parts: EventsOfSession[]): Promise<boolean> {
  if (parts.length === 1 && parts[0]!.events.length === 1) return appendOne(writer, parts[0]!)
  const entries = parts.flatMap(p => p.events.map(e => ({ ...toRow(p.runId, e), session: p.session })))
  return (await writer.rows({ ...APPEND_MANY, values: [JSON.stringify(entries)] })) !== 0
}

/** The same for one entry, as nearly all come: read from plain parameters, which takes half as long as JSON. */
async function appendOne(writer: Writes, { runId, session, events: [event] }: EventsOfSession): Promise<boolean> {
  const { id, seq, kind, at, deviceTime, serverTime, by } = event!
  const values = [id, runId, seq, kind, pieceOf(event!), JSON.stringify(payloadOf(event!)), at, deviceTime, serverTime, by, session]
  for (const statement of APPEND_ONE) if ((await writer.rows({ ...statement, values })) !== 0) return true
  return false
}
