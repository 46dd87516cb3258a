-- Up Migration
-- Art that differs from piece to piece: which stencil each one gets, in their order, null where it is the common one, and the outlines
-- as they were when it was planned.
alter table pass
  add column artwork_ids uuid[] not null default '{}',
  add column arts jsonb not null default '[]';

-- Down Migration
alter table pass drop column artwork_ids, drop column arts;
