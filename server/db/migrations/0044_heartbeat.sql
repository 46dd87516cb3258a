-- Up Migration
-- One row that health writes: a database that can be read but not written, as with a full disk, is not well.
create table heartbeat (
  one boolean primary key default true check (one),
  at timestamptz not null
);

-- Down Migration
drop table heartbeat;
