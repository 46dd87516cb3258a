-- Up Migration
-- Resist in stock: rolls, and the scraps that cut sheets leave. Lengths in mm.
create table roll (
  id uuid primary key,
  name text not null,
  resist text not null,
  width double precision not null check (width > 0),
  length double precision not null check (length >= 0),
  scrap boolean not null default false,
  -- With a grain, stencils are not turned on it.
  grain boolean not null default false,
  put_away boolean not null default false,
  created_at timestamptz not null default now()
);

-- Which stencils go where on a piece, how many pieces, from which resist.
create table cut_sheet (
  id uuid primary key,
  name text not null,
  entered jsonb not null,
  -- When it was cut; its stock was taken then, and it can be cut once.
  cut_at timestamptz,
  put_away boolean not null default false,
  created_by uuid not null references person,
  created_at timestamptz not null,
  version int not null default 1
);

-- Down Migration
drop table cut_sheet;
drop table roll;
