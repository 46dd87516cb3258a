-- Up Migration
-- What was written without a unit was meant in the house unit of then: it keeps that, so that another house unit changes nothing.
-- Cut sheets were always read in millimetres.

create function pg_temp.with_unit(written text, unit text) returns text language sql immutable as $$
  select string_agg(case when line ~ '[0-9½⅓⅔¼¾⅕⅖⅗⅘⅙⅚⅛⅜⅝⅞]' and line !~* '[a-z"''“”″‘’′]' then trim(line) || ' ' || unit else line end, e'\n' order by n)
  from unnest(string_to_array(written, e'\n')) with ordinality as l(line, n)
$$;

-- The fields of one object that hold lengths.
create function pg_temp.fields_with_unit(form jsonb, fields text[], unit text) returns jsonb language sql immutable as $$
  select coalesce(jsonb_object_agg(key, case when key = any(fields) and jsonb_typeof(value) = 'string' then to_jsonb(coalesce(pg_temp.with_unit(value #>> '{}', unit), '')) else value end), form)
  from jsonb_each(form)
$$;

-- The same for each object of a list.
create function pg_temp.list_with_unit(list jsonb, fields text[], unit text) returns jsonb language sql immutable as $$
  select coalesce(jsonb_agg(pg_temp.fields_with_unit(item, fields, unit) order by n), list)
  from jsonb_array_elements(list) with ordinality as l(item, n)
$$;

do $$
declare
  unit text := coalesce((select rules ->> 'lengthUnit' from studio limit 1), 'mm');
begin
  update job set entered = pg_temp.fields_with_unit(entered, array['height', 'girth', 'artWidth', 'artHeight', 'artMiddle', 'finest'], unit);
  update artwork set entered = pg_temp.fields_with_unit(entered, array['width', 'capital', 'margin', 'middle'], unit);
  update blank set entered = pg_temp.fields_with_unit(entered, array['girths'], unit);
  update blank set entered = jsonb_set(entered, '{readings}', pg_temp.list_with_unit(entered -> 'readings', array['height', 'girth'], unit)) where jsonb_typeof(entered -> 'readings') = 'array';
  update blank set entered = jsonb_set(entered, '{pane}', pg_temp.fields_with_unit(entered -> 'pane', array['width', 'height', 'thickness'], unit)) where jsonb_typeof(entered -> 'pane') = 'object';
  update blank set entered = jsonb_set(entered, '{pane,holes}', pg_temp.list_with_unit(entered #> '{pane,holes}', array['x', 'y', 'across'], unit)) where jsonb_typeof(entered #> '{pane,holes}') = 'array';
  update cut_sheet set entered = jsonb_set(entered, '{placements}', pg_temp.list_with_unit(entered -> 'placements', array['clear'], 'mm')) where jsonb_typeof(entered -> 'placements') = 'array';
end $$;

drop function pg_temp.list_with_unit(jsonb, text[], text);
drop function pg_temp.fields_with_unit(jsonb, text[], text);
drop function pg_temp.with_unit(text, text);

-- Down Migration
-- A written unit is read as well by what came before.
select 1;
