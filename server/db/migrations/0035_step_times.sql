-- Up Migration
-- How long each step of a finished run took: [{ step, usual, took }], s. Null until somebody asks for it of an older run.
alter table run add column times jsonb;

-- Down Migration
alter table run drop column times;
