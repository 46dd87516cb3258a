-- Up Migration
-- Who orders: name, how to reach them, what they like. Jobs keep the name beside it, as it stands on labels and in the log.
create table customer (
  id uuid primary key,
  name text not null,
  email text not null default '',
  phone text not null default '',
  address text not null default '',
  likes text not null default '',
  -- What was known of them is gone, on their request; their jobs stay without it.
  erased_at timestamptz,
  created_at timestamptz not null default now(),
  version int not null default 1
);
create unique index customer_name on customer (lower(name)) where erased_at is null;
insert into customer (id, name, created_at)
  select gen_random_uuid(), (array_agg(customer order by created_at desc))[1], min(created_at) from job group by lower(customer);
alter table job add column customer_id uuid references customer;
update job set customer_id = customer.id from customer where lower(customer.name) = lower(job.customer);
alter table job alter column customer_id set not null;
create index job_customer on job (customer_id, created_at desc);

-- Down Migration
alter table job drop column customer_id;
drop table customer;
