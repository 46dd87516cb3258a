-- Up Migration
-- Two tablets that both entered a fact of a piece: the second is kept here beside the first until a person decides.
create table run_conflict (
  -- The id of the entry that came second.
  id uuid primary key,
  run_id uuid not null references run,
  kind text not null,
  piece smallint not null,
  at timestamptz not null,
  device_time timestamptz not null,
  server_time timestamptz not null,
  by_person uuid not null references person,
  settled_at timestamptz,
  settled_by uuid references person,
  taken boolean
);
create index run_conflict_open on run_conflict (run_id) where settled_at is null;

-- Pictures taken at the bench, re-encoded and without what the camera wrote into them.
create table run_photo (
  id uuid primary key,
  run_id uuid not null references run,
  step text not null,
  piece smallint,
  width int not null,
  height int not null,
  image bytea not null,
  by_person uuid not null references person,
  at timestamptz not null
);
create index run_photo_run on run_photo (run_id, at);

-- Down Migration
drop table run_photo, run_conflict;
