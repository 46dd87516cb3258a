-- Up Migration
-- A cut sheet may be for the pieces of a job: its stencils go where the passes of the set say.
alter table cut_sheet add column set_id uuid references piece_set on delete set null;
create index cut_sheet_set on cut_sheet (set_id);

-- Down Migration
alter table cut_sheet drop column set_id;
