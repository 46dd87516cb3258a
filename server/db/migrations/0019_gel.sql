-- Up Migration
-- The tube of calcium gluconate gel on the shelf; null while there is none.
alter table studio add column gel_expires_on date;

-- Down Migration
alter table studio drop column gel_expires_on;
