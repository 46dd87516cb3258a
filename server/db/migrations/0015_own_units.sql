-- Up Migration
-- Null: as the house writes lengths.
alter table person add column length_unit text check (length_unit in ('mm', 'in'));

-- Which form of its time somebody filled in: what was written is read by that form for good.
alter table job add column entered_form smallint not null default 1;
alter table blank add column entered_form smallint not null default 1;
alter table artwork add column entered_form smallint not null default 1;
alter table cut_sheet add column entered_form smallint not null default 1;

-- Down Migration
alter table cut_sheet drop column entered_form;
alter table artwork drop column entered_form;
alter table blank drop column entered_form;
alter table job drop column entered_form;
alter table person drop column length_unit;
