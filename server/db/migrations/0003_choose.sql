-- Up Migration
-- The shelf holds liquids and abrasives too: amounts are mL, or g of abrasive.
alter table bottle rename column size_ml to size;
alter table bottle rename column left_ml to left_amount;
alter table bottle alter column label_min_s drop not null;
alter table bottle alter column label_max_s drop not null;
alter table bottle
  -- Ferric chloride: { "density": g/mL, "fraction": by weight }, and as its label has it.
  add column strength jsonb,
  add column strength_written text not null default '',
  -- Abrasive: what it is, its grit, and the gun time that a test patch asked for.
  add column medium text,
  add column grit text not null default '',
  add column gun_s_per_cm2 double precision check (gun_s_per_cm2 > 0),
  add constraint bottle_label check (kind = 'abrasive' or (label_min_s is not null and label_max_s is not null)),
  add constraint bottle_strength check (kind <> 'ferric-chloride' or strength is not null),
  add constraint bottle_medium check (kind <> 'abrasive' or medium is not null);
alter table bottle_movement rename column change_ml to change;

-- Stencils that are washed and used again, with how often they have been on a piece.
create table stencil (
  id uuid primary key,
  name text not null,
  resist text not null,
  uses int not null default 0 check (uses >= 0),
  put_away boolean not null default false,
  created_at timestamptz not null default now()
);

alter table job
  add column surface text not null default 'cylinder',
  -- Finest detail, temperature, look and the like: what a plan says beyond sizes. It grows with the trade.
  add column details jsonb not null default '{"finest": null, "ownBest": null, "temperature": null, "coaters": 1, "depth": "surface", "look": "graphics", "oldLabel": false, "finish": "none"}',
  -- What was asked about the piece and what was answered.
  add column answers jsonb not null default '{}',
  -- Schools chosen for this job; '' for the house's.
  add column schools jsonb not null default '{}',
  add column stencil_id uuid references stencil;
update job set schools = jsonb_build_object('dwell', school, 'care', '', 'weeding', '', 'after', '', 'rinsing', '', 'peel', '');
alter table job drop column school;

-- A run without a job etches a coupon; what is on its scrap stands in `coupon`.
alter table run alter column job_id drop not null;
alter table run add column coupon jsonb;
alter table run add constraint run_of_job_or_coupon check ((job_id is null) <> (coupon is null));

alter table coupon
  add column run_id uuid unique references run,
  -- Creep under an edge, each side, mm per s.
  add column creep_rate double precision;
create index coupon_bottle_substrate on coupon (bottle_id, substrate, at desc) where best_s is not null;

-- Down Migration
drop index coupon_bottle_substrate;
alter table coupon drop column run_id, drop column creep_rate;
alter table run drop constraint run_of_job_or_coupon;
-- Runs that etched coupons were not known before: they go, with all that hangs on them.
alter table run_event disable trigger run_event_append_only;
delete from run_event where run_id in (select id from run where job_id is null);
alter table run_event enable trigger run_event_append_only;
update bottle_movement set run_id = null where run_id in (select id from run where job_id is null);
delete from run where job_id is null;
alter table run drop column coupon;
alter table run alter column job_id set not null;
alter table job add column school text not null default 'label';
update job set school = coalesce(nullif(schools ->> 'dwell', ''), 'label');
alter table job drop column surface, drop column details, drop column answers, drop column schools, drop column stencil_id;
drop table stencil;
alter table bottle_movement rename column change to change_ml;
alter table bottle drop constraint bottle_label, drop constraint bottle_strength, drop constraint bottle_medium,
  drop column strength, drop column strength_written, drop column medium, drop column grit, drop column gun_s_per_cm2;
alter table bottle rename column size to size_ml;
alter table bottle rename column left_amount to left_ml;
