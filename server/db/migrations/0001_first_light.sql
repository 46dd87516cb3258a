-- Up Migration
create table person (
  id uuid primary key,
  name text not null,
  role text not null check (role in ('lead', 'crew')),
  password_hash text not null,
  pin_hash text,
  pin_misses int not null default 0,
  pin_locked_until timestamptz,
  active boolean not null default true,
  -- Raised to end every session this person holds.
  session_epoch int not null default 0,
  created_at timestamptz not null default now()
);
create unique index person_name on person (lower(name));

-- Sign-in attempts that failed, by name and by address; old rows are swept on the way.
create table sign_in_miss (
  subject text not null,
  at timestamptz not null default now()
);
create index sign_in_miss_subject on sign_in_miss (subject, at);

-- One row: the studio itself.
create table studio (
  id int primary key default 1 check (id = 1),
  name text not null,
  -- A sample world that was not loaded to its end is loaded afresh at the next start.
  world text not null default 'own' check (world in ('own', 'sample being loaded', 'sample')),
  rules jsonb not null,
  emergency_number text not null default '',
  poison_number text not null default '',
  version int not null default 1
);

create table bottle (
  id uuid primary key,
  product_name text not null,
  kind text not null,
  label_min_s int not null check (label_min_s > 0),
  label_max_s int not null check (label_max_s >= label_min_s),
  reusable boolean not null,
  opened_on date,
  size_ml numeric(10, 2) not null check (size_ml > 0),
  left_ml numeric(10, 2) not null check (left_ml >= 0),
  price numeric(10, 2) not null check (price >= 0),
  coupon_best_s int,
  put_away boolean not null default false,
  created_at timestamptz not null default now(),
  version int not null default 1
);

-- Every change of a bottle's level, so that what is left can always be explained.
create table bottle_movement (
  id uuid primary key,
  bottle_id uuid not null references bottle,
  run_id uuid,
  change_ml numeric(10, 2) not null,
  reason text not null,
  by_person uuid not null references person,
  at timestamptz not null
);
create index bottle_movement_bottle on bottle_movement (bottle_id, at);

create table job (
  id uuid primary key,
  customer text not null,
  due_on date not null,
  notes text not null default '',
  noun text not null,
  pieces int not null check (pieces > 0),
  substrate text not null,
  height_mm double precision not null,
  girth_mm double precision not null,
  art_width_mm double precision not null,
  art_height_mm double precision not null,
  open_fraction double precision not null,
  resist text not null,
  school text not null,
  bottle_id uuid not null references bottle,
  -- Readings as the hand wrote them, shown again when the plan is opened.
  entered jsonb not null,
  status text not null default 'planned' check (status in ('planned', 'running', 'done', 'dropped')),
  created_by uuid not null references person,
  created_at timestamptz not null,
  version int not null default 1
);
create index job_open on job (due_on, id) where status in ('planned', 'running');

create table run (
  id uuid primary key,
  job_id uuid not null references job,
  bottle_id uuid not null references bottle,
  -- The plan frozen at the start; the bench follows it whatever happens to the job.
  plan jsonb not null,
  started_by uuid not null references person,
  started_at timestamptz not null,
  ended_at timestamptz,
  outcome text check (outcome in ('finished', 'abandoned')),
  summary jsonb,
  search text not null default ''
);
create index run_open on run (started_at) where ended_at is null;
create unique index run_one_open_a_job on run (job_id) where ended_at is null;
create index run_log on run (ended_at desc, id) where outcome = 'finished';

alter table bottle_movement add foreign key (run_id) references run;

create table run_event (
  -- Made by the client, UUIDv7: sending an event twice changes nothing.
  id uuid primary key,
  run_id uuid not null references run,
  -- The order in which the server accepted them.
  seq int not null,
  kind text not null,
  piece smallint,
  payload jsonb not null,
  at timestamptz not null,
  device_time timestamptz not null,
  server_time timestamptz not null,
  by_person uuid not null references person,
  unique (run_id, seq)
);

-- The stream is only ever added to.
create function refuse_change() returns trigger language plpgsql as $$
begin
  raise exception 'run_event is append-only';
end $$;
create trigger run_event_append_only before update or delete on run_event
  for each row execute function refuse_change();

-- Down Migration
drop table bottle_movement, run_event, run, job, bottle, studio, sign_in_miss, person cascade;
drop function refuse_change;
