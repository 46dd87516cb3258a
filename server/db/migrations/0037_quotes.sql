-- Up Migration
-- What a customer was offered. Its content never changes; only what became of it does.
create table quote (
  id uuid primary key,
  no int generated always as identity unique,
  job_id uuid not null references job,
  content jsonb not null,
  made_by uuid not null references person,
  made_at timestamptz not null,
  state text not null default 'open' check (state in ('open', 'accepted', 'declined', 'replaced')),
  version int not null default 1
);
create index quote_job on quote (job_id, made_at desc);
create function refuse_quote_change() returns trigger language plpgsql as $$
begin
  if tg_op = 'DELETE' or old.content - 'note' is distinct from new.content - 'note' or old.job_id <> new.job_id
    or old.made_by <> new.made_by or old.made_at <> new.made_at then
    raise exception 'a quote keeps what it offered';
  end if;
  return new;
end $$;
create trigger quote_kept before update or delete on quote for each row execute function refuse_quote_change();

-- Down Migration
drop table quote;
drop function refuse_quote_change();
