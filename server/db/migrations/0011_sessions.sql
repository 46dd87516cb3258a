-- Up Migration
-- Who is at a device: opened by a password, others take over by PIN. The cookie carries nothing but the id, so that signing out ends it everywhere.
create table session (
  id uuid primary key,
  opened_by uuid not null references person,
  -- At the device now.
  person uuid not null references person,
  opened_at timestamptz not null,
  ended_at timestamptz
);
create index session_opened_by on session (opened_by);

-- Everybody who was at the device in a session, since when, and the epoch they held then.
create table session_person (
  session_id uuid not null references session on delete cascade,
  person_id uuid not null references person,
  epoch int not null,
  since timestamptz not null,
  primary key (session_id, person_id)
);
create index session_person_person on session_person (person_id, since);

-- Everybody counts as signed in until now: entries that still lie on a device were made in sessions that nobody wrote down.
insert into session (id, opened_by, person, opened_at, ended_at) select gen_random_uuid(), id, id, created_at, now() from person;
insert into session_person (session_id, person_id, epoch, since) select session.id, person.id, person.session_epoch, person.created_at from session join person on person.id = session.opened_by;

-- Sign-ins that were tried, by name and by address: counted in one statement before anything is hashed.
create table sign_in_try (
  subject text primary key,
  tries int not null,
  since timestamptz not null
);
drop table sign_in_miss;

-- The stream can't be emptied either.
create trigger run_event_no_truncate before truncate on run_event for each statement execute function refuse_change();

-- What is joined or deleted through.
create index run_job on run (job_id);
create index run_bottle on run (bottle_id);
create index run_conflict_run on run_conflict (run_id);
create index bottle_movement_run on bottle_movement (run_id);
create index job_bottle on job (bottle_id);
create index job_stencil on job (stencil_id);
create index job_blank on job (blank_id);
create index job_artwork on job (artwork_id);

-- Runs that ended in the same moment are told apart by their id, so that no page of the log leaves one out.
drop index run_log;
create index run_log on run (ended_at desc, id desc) where outcome = 'finished';

-- Down Migration
drop index run_log;
create index run_log on run (ended_at desc, id) where outcome = 'finished';
drop index run_job, run_bottle, run_conflict_run, bottle_movement_run, job_bottle, job_stencil, job_blank, job_artwork;
drop trigger run_event_no_truncate on run_event;
drop table sign_in_try, session_person, session;
create table sign_in_miss (
  subject text not null,
  at timestamptz not null default now()
);
create index sign_in_miss_subject on sign_in_miss (subject, at);
