-- Up Migration
-- Who may book an entry is asked in full with each of them: the one row that answered it sooner, and what kept that row true, go.
drop trigger close_booking on person;
drop function close_booking_of_person();
drop trigger close_booking on session;
drop function close_booking_of_session();
drop trigger open_booking on session_person;
drop function open_booking();
alter table session_person drop column books_until;

-- Down Migration
alter table session_person add column books_until timestamptz not null default '-infinity';

-- Whoever ends the session, or changes one of its people, in the same moment waits until this row is there to be closed.
create function open_booking() returns trigger language plpgsql set search_path from current as $$
declare
  through session;
begin
  new.books_until := '-infinity';
  select * into through from session where id = new.session_id and ended_at is null for no key update;
  if not found then return new; end if;
  perform from person where id = new.person_id and active and session_epoch = new.epoch for share;
  if not found then return new; end if;
  if new.person_id <> through.opened_by then
    perform from session_person o join person p on p.id = o.person_id and p.active and p.session_epoch = o.epoch
      where o.session_id = through.id and o.person_id = through.opened_by for share of p;
    if not found then return new; end if;
  end if;
  new.books_until := through.opened_at + interval '168 hours';
  return new;
end $$;
create trigger open_booking before insert or update of epoch on session_person for each row execute function open_booking();

create function close_booking_of_session() returns trigger language plpgsql set search_path from current as $$
begin
  update session_person set books_until = '-infinity' where session_id = new.id;
  return null;
end $$;
create trigger close_booking after update of opened_by, opened_at, ended_at on session for each row
  execute function close_booking_of_session();

create function close_booking_of_person() returns trigger language plpgsql set search_path from current as $$
begin
  update session_person set books_until = '-infinity'
    where person_id = new.id or session_id in (select id from session where opened_by = new.id);
  return null;
end $$;
create trigger close_booking after update of active, session_epoch on person for each row
  when (old.active is distinct from new.active or old.session_epoch is distinct from new.session_epoch)
  execute function close_booking_of_person();

update session_person set epoch = epoch;
