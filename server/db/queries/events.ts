import type { Role } from '#shared/accounts'
import type { StoredEvent } from '#shared/runs'
import type { Db } from '../pool'
import { holds, mayBook } from './sessions'

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

/** Entries of one request, to be looked at before they are judged. */
export interface EntriesToSee {
  runId: string
  session: string
  /** `by` is missing where the person at the device made them. */
  entries: readonly { id: string, by?: string, at: number }[]
  now: Date
}

/** Facts of such entries from the database: who is at the device, and which of them can't be taken as they are. */
export interface EntriesSeen {
  by: string
  role: Role
  /** Stored under another run. */
  otherRuns: Set<string>
  /** Known already as the second entry of a fact. */
  conflicts: Set<string>
  /** This session may not book them. */
  strange: Set<string>
}

const BOOKED = { session: '$1::uuid', who: 'e.by', at: 'e.at', now: '$2::timestamptz' }

/** Looks up the session and all its entries in one statement; null where the session doesn't hold. */
export async function lookAtEntries(db: Db, { runId, session, entries, now }: EntriesToSee): Promise<EntriesSeen | null> {
  const { rows } = await db.query<{ by: string, role: Role, otherRuns: string[], conflicts: string[], strange: string[] }>({
    name: 'look-at-entries',
    text: `with e as materialized (
        select e.id, coalesce(e.by, s.person) as by, e.at from jsonb_to_recordset($4) as e(id uuid, by uuid, at timestamptz), session s
          where s.id = $1)
      select p.id as by, p.role,
        array(select r.id from run_event r join e on e.id = r.id where r.run_id <> $3) as "otherRuns",
        array(select c.id from run_conflict c join e on e.id = c.id where c.run_id = $3) as conflicts,
        array(select e.id from e where not ${mayBook(BOOKED)}) as strange
      from session s join session_person m on m.session_id = s.id and m.person_id = s.person
        join person p on p.id = s.person and p.active and p.session_epoch = m.epoch
      where s.id = $1 and ${holds(BOOKED.now)}`,
    values: [session, now, runId, JSON.stringify(entries.map(e => ({ id: e.id, by: e.by, at: timestamp(e.at) })))],
  })
  const row = rows[0]
  if (!row) return null
  const { by, role, otherRuns, conflicts, strange } = row
  return { by, role, otherRuns: new Set(otherRuns), conflicts: new Set(conflicts), strange: new Set(strange) }
}

const IN_COLUMNS = new Set(['id', 'seq', 'kind', 'piece', 'at', 'deviceTime', 'serverTime', 'by'])
/** The part of an event that has no column of its own. */
const payloadOf = (event: StoredEvent): Record<string, unknown> =>
  Object.fromEntries(Object.entries(event).filter(([key]) => !IN_COLUMNS.has(key)))
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

/** Appends events of a run and tells of them, in one statement: all are stored and told, or none. */
export async function appendEvents(
  db: Db,
  { runId, events, channel, message }: { runId: string, events: readonly StoredEvent[], channel: string, message: string },
): Promise<void> {
  await db.query({
    name: 'append-events',
    text: `with stored as (insert into run_event (${COLUMNS}) select ${COLUMNS} from jsonb_to_recordset($1) as e(${RECORD}))
      select pg_notify($2, $3)`,
    values: [JSON.stringify(events.map(e => toRow(runId, e))), channel, message],
  })
}
