-- Up Migration
-- What each person is trusted with; a day is planned by it.
alter table person add column may text[] not null default '{prepare,coat,care,rinse,blast,finish}';

-- One plan a day: who does what when. Times in s from midnight.
create table day_plan (
  day date primary key,
  midnight timestamptz not null,
  jobs uuid[] not null,
  -- { person: [[from, to]] }
  away jsonb not null,
  -- [{ "chain", "task", "start", "person" }]
  locks jsonb not null,
  -- The schedule as it was checked when it was kept.
  slots jsonb not null,
  -- The same in words, for calendars: [{ "words", "person", "job", "from", "to", ... }]
  blocks jsonb not null,
  version int not null default 1,
  saved_by uuid not null references person,
  saved_at timestamptz not null
);

-- Down Migration
drop table day_plan;
alter table person drop column may;
