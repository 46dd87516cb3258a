-- Up Migration
-- Judged pieces of finished runs for customers, beside what they were made with: what works is counted from here, whatever runs weigh.
create table judged (
  run_id uuid not null references run,
  -- Number of the piece in its run.
  piece smallint not null,
  ended_at timestamptz not null,
  result text not null check (result in ('good', 'usable', 'scrap')),
  faults text[] not null,
  -- Time it had, of its best time; null where it was never etched.
  dwell real,
  substrate text,
  resist text,
  etchant text,
  school text,
  surface text,
  lot_id uuid not null references lot,
  person_id uuid not null references person,
  primary key (run_id, piece)
);
insert into judged (run_id, piece, ended_at, result, faults, dwell, substrate, resist, etchant, school, surface, lot_id, person_id)
  select run.id, (piece ->> 'n')::smallint, run.ended_at, piece ->> 'result',
    array(select jsonb_array_elements_text(coalesce(piece -> 'faults', '[]'))),
    (piece ->> 'dwell')::float8 / coalesce(piece -> 'window' ->> 'best', run.summary -> 'planned' ->> 'best')::float8,
    run.plan -> 'basis' ->> 'substrate', run.plan -> 'basis' ->> 'resist', run.plan -> 'basis' ->> 'etchant',
    run.plan -> 'basis' -> 'schools' ->> 'dwell', run.plan -> 'basis' ->> 'surface', run.lot_id, run.started_by
  from run cross join lateral jsonb_array_elements(run.summary -> 'pieces') piece
  where run.outcome = 'finished' and run.coupon is null and piece ->> 'result' is not null;

-- Down Migration
drop table judged;
