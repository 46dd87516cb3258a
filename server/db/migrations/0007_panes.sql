-- Up Migration
-- Flat blanks: { "width", "height", "thickness", "holes": [{ "x", "y", "across" }] }, mm from the left lower corner. Round ones have none.
alter table blank
  add column pane jsonb,
  -- Girths of the pieces of a batch, mm: how much they differ.
  add column girths jsonb not null default '[]';
update blank set entered = entered || '{"girths": "", "shape": "round", "pane": {"width": "", "height": "", "thickness": "", "holes": []}}';

-- Down Migration
delete from blank where pane is not null and not exists (select from job where blank_id = blank.id);
alter table blank drop column pane, drop column girths;
