-- Up Migration
-- Labels and safety data sheets of products, and papers of waste that left. A product keeps its papers when its bottle is empty.
create table paper (
  id uuid primary key,
  -- As the label calls it, in small letters; null for a paper of a container.
  product text,
  container_id uuid references container,
  kind text not null check (kind in ('label', 'data-sheet', 'waste')),
  name text not null,
  file bytea not null,
  put_away boolean not null default false,
  by_person uuid not null references person,
  at timestamptz not null,
  check ((product is null) <> (container_id is null))
);
create index paper_product on paper (product) where not put_away;
create index paper_container on paper (container_id);

-- Down Migration
drop table paper;
