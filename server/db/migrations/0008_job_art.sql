-- Up Migration
alter table job
  add column artwork_id uuid references artwork,
  -- The art's outline as it was when the job was planned, to draw it on the piece: { "d", "width", "height" }, mm
  add column art jsonb;

-- Down Migration
alter table job drop column artwork_id, drop column art;
