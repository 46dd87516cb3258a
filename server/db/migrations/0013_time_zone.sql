-- Days, due dates and times belong to where the studio is. What was there before went by the clock of the machine.
update studio set rules = rules || jsonb_build_object('timeZone', coalesce(
  (select name from pg_timezone_names where name = current_setting('TimeZone') and name ~ '^[A-Z][A-Za-z]+(/|$)' limit 1), 'UTC'))
where not rules ? 'timeZone';

-- Down Migration
-- Rules that an older version does not know are left alone by it.
select 1;
