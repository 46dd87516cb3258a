-- Up Migration
-- A kind of object with its measured shape: girths at heights, as a tape reads them.
create table blank (
  id uuid primary key,
  name text not null,
  noun text not null,
  substrate text not null,
  height_kind text not null check (height_kind in ('vertical', 'side')),
  -- [{ "height": mm, "girth": mm }], the lowest first
  readings jsonb not null,
  -- Readings as the hand wrote them, shown again when the blank is opened.
  entered jsonb not null,
  put_away boolean not null default false,
  created_by uuid not null references person,
  created_at timestamptz not null,
  version int not null default 1
);

alter table job
  add column blank_id uuid references blank,
  -- The wall as it was measured when the job was planned: a later reading does not move it. { "kind", "readings", "middle": mm }
  add column wall jsonb;

-- Down Migration
alter table job drop column blank_id, drop column wall;
drop table blank;
