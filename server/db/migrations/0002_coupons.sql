-- Up Migration
-- A test strip with several dwells side by side, as it was judged dry. Never changed: a new look is a new row.
create table coupon (
  id uuid primary key,
  bottle_id uuid not null references bottle,
  substrate text not null,
  -- [{ "dwell": s, "frost": 0 to 10, "creep": mm or null }]
  steps jsonb not null,
  verdict text not null,
  best_s int,
  -- Rate of the fitted curve, 1/s: the bottle's potency over its age.
  rate double precision,
  by_person uuid not null references person,
  at timestamptz not null
);
create index coupon_bottle on coupon (bottle_id, at desc);

-- Down Migration
drop table coupon;
