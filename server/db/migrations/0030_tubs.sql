-- Up Migration
-- Acid of a cream as ammonium bifluoride, by weight, from its safety data sheet; null: the house rule.
alter table lot add column acid_share double precision check (acid_share > 0 and acid_share <= 1);

-- Water that things are rinsed in and that is neutralised. What it holds is the sum of what went in.
create table tub (
  id uuid primary key,
  name text not null,
  -- mL of water
  volume double precision not null check (volume > 0),
  made_by uuid not null references person,
  made_at timestamptz not null,
  emptied_at timestamptz
);
create index tub_open on tub (made_at desc) where emptied_at is null;

create table tub_event (
  id uuid primary key,
  tub_id uuid not null references tub,
  kind text not null,
  payload jsonb not null,
  by_person uuid not null references person,
  at timestamptz not null
);
create index tub_event_tub on tub_event (tub_id, at, id);
-- What a run rinsed in which tub stands in the run.
create index run_event_tub on run_event ((payload ->> 'tub')) where kind = 'tub.chosen';
create function refuse_tub_change() returns trigger language plpgsql as $$
begin
  raise exception '% is append-only', tg_table_name;
end $$;
alter table movement add column tub_id uuid references tub;
create index movement_tub on movement (tub_id);
create trigger tub_event_append_only before update or delete on tub_event for each row execute function refuse_tub_change();
create trigger tub_event_no_truncate before truncate on tub_event for each statement execute function refuse_tub_change();

-- Where waste waits to leave the studio.
create table container (
  id uuid primary key,
  name text not null,
  -- What it is for, by the codes of core/trade/waste.
  content text not null,
  -- mL, or g of what is dry
  capacity double precision not null check (capacity > 0),
  place text not null default '',
  opened_on date not null,
  -- By when it has to leave, as local rules say.
  full_by date,
  left_on date,
  left_to text not null default '',
  left_rule text not null default '',
  label_no int generated always as identity unique,
  version int not null default 1
);
create table container_event (
  id uuid primary key,
  container_id uuid not null references container,
  -- What was put in, by the codes of core/trade/waste, and how much.
  kind text not null,
  amount double precision not null check (amount > 0),
  note text not null default '',
  tub_id uuid references tub,
  by_person uuid not null references person,
  at timestamptz not null
);
create index container_event_container on container_event (container_id, at, id);
create index container_event_tub on container_event (tub_id);
create trigger container_event_append_only before update or delete on container_event for each row execute function refuse_tub_change();
create trigger container_event_no_truncate before truncate on container_event for each statement execute function refuse_tub_change();

-- What local rules say of each kind of waste, as the lead wrote them down; without a row: collect it, and ask.
create table waste_rule (
  content text primary key,
  way text not null check (way in ('drain', 'collect')),
  words text not null,
  source text not null,
  by_person uuid not null references person,
  at timestamptz not null
);

-- The end of a day: what was looked at, by whom, and what is left for tomorrow.
-- Closing it again adds a row; the latest of a day counts.
create table day_close (
  id uuid primary key,
  day date not null,
  -- { line: 'done' | 'left' } with the codes of core/crew/close
  lines jsonb not null,
  note text not null default '',
  by_person uuid not null references person,
  at timestamptz not null
);
create index day_close_day on day_close (day desc, at desc, id desc);
-- What happened on a day is asked for by its time.
create index run_event_at on run_event (at);

-- Down Migration
drop index run_event_at;
drop table day_close;
drop table waste_rule;
drop table container_event;
drop table container;
drop index run_event_tub;
alter table movement drop column tub_id;
drop table tub_event;
drop function refuse_tub_change;
drop table tub;
alter table lot drop column acid_share;
