-- Up Migration
-- Hands-on work of its run that falls to a piece, s; null for runs from before it was kept. Frost as a picture had it last, L*.
alter table judged add column worked real, add column contrast real;

-- Down Migration
alter table judged drop column worked, drop column contrast;
