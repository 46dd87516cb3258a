-- Up Migration
-- When this person last gave their password in this session: what only a password opens asks for it again after ten minutes. Whoever
-- takes over by PIN has given none.
alter table session_person add column password_at timestamptz;
update session_person set password_at = session.opened_at from session
  where session.id = session_id and session.opened_by = person_id;

-- Down Migration
alter table session_person drop column password_at;
