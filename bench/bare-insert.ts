/** The insert that entries are measured against: the same row, and nothing else. */
export const BARE_INSERT
  = 'insert into run_event (id, run_id, seq, kind, piece, payload, at, device_time, server_time, by_person) values ($1, $2, $3, $4, null, '
    + '$5, now(), now(), now(), $6)'
