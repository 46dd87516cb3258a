-- Up Migration
-- A cut sheet may be for pieces of several jobs: what is cut for each is a part of it. Share of its resist that went to the pieces of a set,
-- null while it is not cut.
create table sheet_set (
  sheet_id uuid not null references cut_sheet on delete cascade,
  set_id uuid not null references piece_set on delete cascade,
  share real,
  primary key (sheet_id, set_id)
);
create index sheet_set_set on sheet_set (set_id);
insert into sheet_set (sheet_id, set_id, share)
  select id, set_id, case when taken -> 'perPiece' is null then null else 1 end from cut_sheet where set_id is not null;
alter table cut_sheet drop column set_id;
update cut_sheet set entered_form = 2, entered = (entered - array['setId', 'blankId', 'pieces', 'keepOut', 'placements'])
  || jsonb_build_object('parts', jsonb_build_array(entered - array['name', 'resist', 'slits', 'marks']));
alter table cut_sheet alter column entered_form set default 2;

-- Down Migration
-- What a sheet had of further jobs is lost.
alter table cut_sheet alter column entered_form set default 1;
update cut_sheet set entered_form = 1, entered = (entered - 'parts') || (entered -> 'parts' -> 0);
alter table cut_sheet add column set_id uuid references piece_set on delete set null;
create index cut_sheet_set on cut_sheet (set_id);
update cut_sheet set set_id = (select set_id from sheet_set s where s.sheet_id = cut_sheet.id
  order by s.set_id::text <> coalesce(entered ->> 'setId', ''), s.set_id limit 1);
drop table sheet_set;
