-- Up Migration
-- The log by what was late, scrapped or large, as quickly as by day.
create index run_by_late on run (((summary ->> 'over')::int), ended_at, id) where outcome = 'finished';
create index run_by_scrap on run (((summary ->> 'scrap')::int), ended_at, id) where outcome = 'finished';
create index run_by_pieces on run (((plan ->> 'pieces')::int), ended_at, id) where outcome = 'finished';

-- Questions of the log that the studio asks again and again.
create table log_view (
  id uuid primary key,
  name text not null,
  question jsonb not null,
  created_by uuid not null references person,
  created_at timestamptz not null
);

-- Down Migration
drop table log_view;
drop index run_by_pieces, run_by_scrap, run_by_late;
