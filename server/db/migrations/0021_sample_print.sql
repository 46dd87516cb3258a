-- Up Migration
-- What stood in the sample world when it was loaded, as one print of it: a world that nobody has touched is set up afresh at the next start.
alter table studio add column sample_print text;

-- Down Migration
alter table studio drop column sample_print;
