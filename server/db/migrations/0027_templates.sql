-- Up Migration
-- The studio's own templates: a job's form without customer and day, kept to begin others with.
create table job_template (
  id uuid primary key,
  name text not null,
  entered jsonb not null,
  created_by uuid not null references person,
  created_at timestamptz not null
);

-- Down Migration
drop table job_template;
