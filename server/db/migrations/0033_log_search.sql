-- Up Migration
-- Words of a finished run as full text, and what it was made with as tags: `resist:contact-paper`, `fault:thin`.
alter table run add column words tsvector generated always as (to_tsvector('simple', search)) stored;
alter table run add column tags text[] not null default '{}';
update run set tags = array_remove(array[
    'method:' || coalesce(plan ->> 'method', 'cream'),
    'substrate:' || (plan -> 'basis' ->> 'substrate'),
    'resist:' || (plan -> 'basis' ->> 'resist'),
    'school:' || (plan -> 'basis' -> 'schools' ->> 'dwell'),
    'lot:' || lot_id,
    'person:' || started_by,
    case when (summary ->> 'over')::int > 0 then 'late' end], null)
  || array(select distinct 'fault:' || fault from jsonb_array_elements(summary -> 'pieces') piece,
      jsonb_array_elements_text(piece -> 'faults') fault)
  || array(select distinct 'result:' || (piece ->> 'result') from jsonb_array_elements(summary -> 'pieces') piece
      where piece ->> 'result' is not null)
where summary is not null;
create index run_words on run using gin (words) where outcome = 'finished';
create index run_tags on run using gin (tags) where outcome = 'finished';

-- Down Migration
drop index run_tags;
drop index run_words;
alter table run drop column tags, drop column words;
