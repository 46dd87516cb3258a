-- Up Migration
-- The studio's own faces of letters, as they were loaded; read by the pages that set letters, and sent nowhere else.
create table face (
  id uuid primary key,
  name text not null,
  file bytea not null,
  put_away boolean not null default false,
  created_by uuid not null references person,
  created_at timestamptz not null
);

-- Down Migration
drop table face;
