-- Up Migration
-- All that runs out stands on one shelf, and one ledger says why there is as much of it as there is. No other place keeps a level.
create table stock (
  id uuid primary key,
  -- Printed on its label, to be read back when stock is taken.
  label_no int generated always as identity unique,
  kind text not null,
  -- To be bought again when there is less; null: nobody watches it.
  reorder numeric(12, 2) check (reorder > 0),
  created_at timestamptz not null default now()
);
insert into stock (id, kind, created_at)
  select id, kind, created_at from (
    select id, case when kind = 'abrasive' then 'abrasive' else 'etchant' end as kind, created_at from lot
    union all select id, 'film', created_at from roll) known
  order by created_at, id;
alter table lot add foreign key (id) references stock;
alter table roll add foreign key (id) references stock;

-- What is neither etchant nor film: tape, gloves, filters, gel, neutralisers, strips, blanks.
create table supply (
  id uuid primary key references stock,
  name text not null,
  -- What tells two of a kind apart: material and size of gloves, a filter's hours.
  details jsonb not null default '{}',
  -- What one pack holds, and what it costs.
  pack numeric(12, 2) not null check (pack > 0),
  price numeric(10, 2) not null check (price >= 0),
  opened_on date,
  expires_on date,
  blank_id uuid references blank,
  put_away boolean not null default false,
  version int not null default 1
);
create index supply_blank on supply (blank_id);

create table movement (
  id uuid primary key,
  stock_id uuid not null references stock,
  -- mL, g, mm or pieces, by the kind of what it is; more is positive.
  change numeric(12, 2) not null check (change <> 0),
  kind text not null,
  -- Words from before there were codes, and what a person adds.
  note text,
  run_id uuid references run,
  sheet_id uuid references cut_sheet,
  -- The other side of what was moved from one to another.
  other_id uuid references stock,
  by_person uuid not null references person,
  at timestamptz not null
);
create index movement_stock on movement (stock_id, at desc, id desc) include (change);
create index movement_at on movement (at desc, id desc);
create index movement_run on movement (run_id);
create index movement_sheet on movement (sheet_id);
create index movement_other on movement (other_id);

insert into movement (id, stock_id, change, kind, note, run_id, by_person, at)
  select id, lot_id, change,
    case kind when 'measured' then 'counted' when 'run' then 'used' when 'run-as-planned' then 'used-as-planned' else kind end,
    note, run_id, by_person, at
  from lot_movement where change <> 0;
-- What the lines do not explain is taken over as it stood.
insert into movement (id, stock_id, change, kind, by_person, at)
  select gen_random_uuid(), known.id, known.level - coalesce(sum(m.change), 0), 'taken-over', lead.id, known.created_at
  from (
    select id, left_amount::numeric as level, created_at from lot
    union all select id, case when put_away then 0 else round(length::numeric, 2) end, created_at from roll) known
    left join movement m on m.stock_id = known.id,
    (select id from person order by (role = 'lead') desc, created_at limit 1) lead
  group by known.id, known.level, known.created_at, lead.id
  having known.level <> coalesce(sum(m.change), 0);
create function refuse_ledger_change() returns trigger language plpgsql as $$
begin
  raise exception 'movement is append-only';
end $$;
create trigger movement_append_only before update or delete on movement for each row execute function refuse_ledger_change();
create trigger movement_no_truncate before truncate on movement for each statement execute function refuse_ledger_change();
drop table lot_movement;
alter table lot drop column left_amount;
-- What a scrap or roll was when it was hung up is its first line in the ledger.
alter table roll drop column length;

-- The gel for burns is a thing on the shelf like any other.
with gel as (insert into stock (id, kind) select gen_random_uuid(), 'gel' from studio where gel_expires_on is not null returning id),
  tube as (insert into supply (id, name, pack, price, expires_on)
    select gel.id, 'Calcium gluconate gel 2.5 %', 1, 0, gel_expires_on from gel, studio returning id)
  insert into movement (id, stock_id, change, kind, by_person, at)
    select gen_random_uuid(), tube.id, 1, 'taken-over', lead.id, now()
    from tube, (select id from person order by (role = 'lead') desc, created_at limit 1) lead;
alter table studio drop column gel_expires_on;

-- Down Migration
alter table studio add column gel_expires_on date;
update studio set gel_expires_on = (select max(expires_on) from supply join stock using (id) where stock.kind = 'gel' and not put_away);
alter table roll add column length double precision;
update roll set length = coalesce((select sum(change)::float8 from movement where stock_id = roll.id), 0);
alter table roll alter column length set not null, add check (length >= 0);
alter table lot add column left_amount numeric(10, 2);
update lot set left_amount = coalesce((select sum(change) from movement where stock_id = lot.id), 0);
alter table lot alter column left_amount set not null, add check (left_amount >= 0);
create table lot_movement (
  id uuid primary key,
  lot_id uuid not null references lot,
  run_id uuid references run,
  change numeric(10, 2) not null,
  note text,
  by_person uuid not null references person,
  at timestamptz not null,
  kind text not null
);
create index lot_movement_lot on lot_movement (lot_id, at);
create index bottle_movement_run on lot_movement (run_id);
insert into lot_movement (id, lot_id, run_id, change, note, by_person, at, kind)
  select id, stock_id, run_id, change, note, by_person, at,
    case kind when 'counted' then 'measured' when 'used' then 'run' when 'used-as-planned' then 'run-as-planned'
      when 'shelved' then 'shelved' else 'other' end
  from movement where stock_id in (select id from lot);
drop table movement;
drop function refuse_ledger_change;
drop table supply;
alter table lot drop constraint lot_id_fkey;
alter table roll drop constraint roll_id_fkey;
drop table stock;
