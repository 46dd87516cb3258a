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

-- Sign-ins that were tried, by name and by address: counted in one statement before anything is hashed.
create table sign_in_try (
  subject text primary key,
  tries int not null,
  since timestamptz not null
);
drop table sign_in_miss;

-- Whether this session is open and its opener still holds it.
create function session_holds(which uuid, now_at timestamptz) returns boolean language sql stable as $$
  select exists (
    select 1 from session s
      join session_person o on o.session_id = s.id and o.person_id = s.opened_by
      join person op on op.id = o.person_id and op.active and op.session_epoch = o.epoch
    where s.id = which and s.ended_at is null and s.opened_at > now_at - interval '7 days')
$$;

-- Whether an entry of this person may be booked through this session: they opened it or took over in it, and were signed in
-- somewhere when it was made (two minutes are allowed between clocks).
create function may_book(which uuid, who uuid, made_at timestamptz, now_at timestamptz) returns boolean language sql stable as $$
  select session_holds(which, now_at) and exists (
    select 1 from session_person m join person p on p.id = m.person_id and p.active and p.session_epoch = m.epoch
    where m.session_id = which and m.person_id = who
      and (m.since <= made_at + interval '2 minutes' or exists (
        select 1 from session_person e join session es on es.id = e.session_id
        where e.person_id = who and e.since <= made_at + interval '2 minutes' and (es.ended_at is null or es.ended_at >= made_at - interval '2 minutes'))))
$$;

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
drop function may_book, session_holds;
drop table sign_in_try, session_person, session;
create table sign_in_miss (
  subject text not null,
  at timestamptz not null default now()
);
create index sign_in_miss_subject on sign_in_miss (subject, at);
