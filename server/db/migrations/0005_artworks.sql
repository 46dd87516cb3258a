-- Up Migration
-- The art of a stencil: where it comes from, how it is cut, and what the last look at it found.
create table artwork (
  id uuid primary key,
  name text not null,
  -- As the hand wrote it, the source among it.
  entered jsonb not null,
  figures jsonb not null,
  put_away boolean not null default false,
  created_by uuid not null references person,
  created_at timestamptz not null,
  version int not null default 1
);

-- Down Migration
drop table artwork;
