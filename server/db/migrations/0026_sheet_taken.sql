-- Up Migration
-- What a sheet took from the shelf, so that a press by mistake can be undone, and what each pass used of it is known.
alter table cut_sheet add column taken jsonb;

-- Down Migration
alter table cut_sheet drop column taken;
