-- Up Migration
-- Orders as they come: a job holds sets of pieces, a set goes through passes, a run carries out one pass. What was a job is a pass now,
-- with the id it had: runs, days and what is kept on devices go on naming it.
alter table job rename to pass;
alter table run rename column job_id to pass_id;
alter index job_open rename to pass_open;
alter index run_job rename to run_pass;
alter index run_one_open_a_job rename to run_one_open_a_pass;
alter index job_bottle rename to pass_lot;
alter index job_stencil rename to pass_stencil;
alter index job_blank rename to pass_blank;
alter index job_artwork rename to pass_artwork;
alter table run rename constraint run_of_job_or_coupon to run_of_pass_or_coupon;

create table job (
  id uuid primary key,
  customer text not null,
  due_on date not null,
  notes text not null default '',
  entered jsonb not null,
  entered_form smallint not null default 1,
  created_by uuid not null references person,
  created_at timestamptz not null,
  version int not null default 1
);
create index job_due on job (due_on, id);

create table piece_set (
  id uuid primary key,
  job_id uuid not null references job,
  ord smallint not null,
  noun text not null,
  pieces int not null check (pieces > 0),
  -- What each piece is called, in their order; '' where one has no name of its own.
  names text[] not null default '{}',
  surface text not null,
  substrate text not null,
  height_mm double precision not null,
  girth_mm double precision not null,
  blank_id uuid references blank,
  answers jsonb not null,
  old_label boolean not null,
  -- Lead who decided that frost runs up to the rim.
  rim_by uuid references person,
  entered jsonb not null,
  entered_form smallint not null default 1
);
create index piece_set_job on piece_set (job_id, ord);
create index piece_set_blank on piece_set (blank_id);

insert into job (id, customer, due_on, notes, entered, entered_form, created_by, created_at, version)
select id, customer, due_on, notes, jsonb_build_object('customer', entered -> 'customer', 'dueOn', entered -> 'dueOn', 'notes',
  coalesce(entered -> 'notes', '""')), entered_form, created_by, created_at, version from pass;

insert into piece_set (id, job_id, ord, noun, pieces, surface, substrate, height_mm, girth_mm, blank_id, answers, old_label, rim_by,
  entered, entered_form)
select id, id, 1, noun, pieces, surface, substrate, height_mm, girth_mm, blank_id, answers,
  coalesce((details ->> 'oldLabel')::boolean, false), (details ->> 'rimBy')::uuid,
  entered - array['customer', 'dueOn', 'notes', 'artworkId', 'artWidth', 'artHeight', 'openFraction', 'artMiddle', 'finest', 'border',
    'wholeFace', 'face', 'resist', 'lotId', 'stencilId', 'schools', 'ownBest', 'temperature', 'coaters', 'tool', 'tray', 'depth', 'carve',
    'look', 'finish'], entered_form from pass;

alter table pass
  add column set_id uuid references piece_set,
  add column ord smallint not null default 1,
  -- Numbers of the pieces that are done with in this pass, of those of its set.
  add column done smallint[] not null default '{}';
update pass set set_id = id,
  entered = entered - array['customer', 'dueOn', 'notes', 'noun', 'pieces', 'surface', 'substrate', 'blankId', 'height', 'girth', 'answers',
    'oldLabel'],
  details = details - array['oldLabel', 'rimBy'],
  -- A job that was closed owes nothing.
  done = case status when 'done' then (select array_agg(n) from generate_series(1, pieces) n) else '{}' end;
alter table pass alter column set_id set not null;
drop index pass_open;
alter table pass drop column customer, drop column due_on, drop column notes, drop column noun, drop column pieces, drop column surface,
  drop column substrate, drop column height_mm, drop column girth_mm, drop column blank_id, drop column answers,
  drop column created_by, drop column created_at, drop column version;
create index pass_set on pass (set_id, ord);
create index pass_open on pass (set_id) where status in ('planned', 'running');

alter table day_plan rename column jobs to passes;

-- Down Migration
alter table day_plan rename column passes to jobs;
-- A job of one pass goes back to what it was; of more, each pass becomes a job.
alter table pass
  add column customer text, add column due_on date, add column notes text not null default '', add column noun text,
  add column pieces int check (pieces > 0), add column surface text, add column substrate text, add column height_mm double precision,
  add column girth_mm double precision, add column blank_id uuid references blank, add column answers jsonb,
  add column created_by uuid references person, add column created_at timestamptz, add column version int not null default 1;
update pass set customer = job.customer, due_on = job.due_on, notes = job.notes, noun = s.noun, pieces = s.pieces, surface = s.surface,
  substrate = s.substrate, height_mm = s.height_mm, girth_mm = s.girth_mm, blank_id = s.blank_id, answers = s.answers,
  created_by = job.created_by, created_at = job.created_at, version = job.version,
  details = details || jsonb_build_object('oldLabel', s.old_label, 'rimBy', s.rim_by),
  entered = pass.entered || (s.entered - 'names') || job.entered
from piece_set s join job on job.id = s.job_id where s.id = pass.set_id;
drop index pass_open, pass_set;
alter table pass drop column set_id, drop column ord, drop column done;
alter table pass alter column customer set not null, alter column due_on set not null, alter column noun set not null,
  alter column pieces set not null, alter column surface set not null, alter column substrate set not null,
  alter column height_mm set not null, alter column girth_mm set not null, alter column answers set not null,
  alter column created_by set not null, alter column created_at set not null;
drop table piece_set;
drop table job;
alter table run rename constraint run_of_pass_or_coupon to run_of_job_or_coupon;
alter index pass_artwork rename to job_artwork;
create index job_blank on pass (blank_id);
alter index pass_stencil rename to job_stencil;
alter index pass_lot rename to job_bottle;
alter index run_one_open_a_pass rename to run_one_open_a_job;
alter index run_pass rename to run_job;
create index job_open on pass (due_on, id) where status in ('planned', 'running');
alter table run rename column pass_id to job_id;
alter table pass rename to job;
