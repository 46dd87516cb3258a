-- Up Migration
-- What is counted or explained later is kept as a code; words stay where a person wrote them.
alter table bottle_movement add column kind text;
update bottle_movement set kind = case reason
  when 'put on the shelf' then 'shelved'
  when 'measured on the shelf' then 'measured'
  when 'used in a run' then 'run'
  when 'run stopped; amount as planned' then 'run-as-planned'
  else 'other' end;
alter table bottle_movement alter column kind set not null;
alter table bottle_movement alter column reason drop not null;
alter table bottle_movement rename column reason to note;
update bottle_movement set note = null where kind <> 'other';

-- Summaries: why a piece was taken out and a step skipped, with the step itself.
update run set summary = jsonb_set(summary, '{pieces}', (
  select coalesce(jsonb_agg(case when jsonb_typeof(p -> 'withdrawn') = 'string'
    then jsonb_set(p, '{withdrawn}', jsonb_build_object('why', 'other', 'reason', p ->> 'withdrawn')) else p end order by n), '[]')
  from jsonb_array_elements(summary -> 'pieces') with ordinality as t(p, n)))
where jsonb_typeof(summary -> 'pieces') = 'array';
update run set summary = jsonb_set(summary, '{skipped}', (
  select coalesce(jsonb_agg(s || jsonb_build_object('why', coalesce(s ->> 'why', 'other'), 'step', coalesce(
    (select e ->> 'id' from jsonb_array_elements(run.plan -> 'steps') as e where e ->> 'title' = s ->> 'title' limit 1), '')) order by n), '[]')
  from jsonb_array_elements(summary -> 'skipped') with ordinality as t(s, n)))
where jsonb_typeof(summary -> 'skipped') = 'array';

-- Down Migration
update run set summary = jsonb_set(summary, '{pieces}', (
  select coalesce(jsonb_agg(case when jsonb_typeof(p -> 'withdrawn') = 'object'
    then jsonb_set(p, '{withdrawn}', to_jsonb(coalesce(nullif(p #>> '{withdrawn,reason}', ''), p #>> '{withdrawn,why}'))) else p end
    order by n), '[]')
  from jsonb_array_elements(summary -> 'pieces') with ordinality as t(p, n)))
where jsonb_typeof(summary -> 'pieces') = 'array';
alter table bottle_movement rename column note to reason;
update bottle_movement set reason = case kind
  when 'shelved' then 'put on the shelf'
  when 'measured' then 'measured on the shelf'
  when 'run' then 'used in a run'
  when 'run-as-planned' then 'run stopped; amount as planned'
  else coalesce(reason, 'changed') end;
alter table bottle_movement alter column reason set not null;
alter table bottle_movement drop column kind;
