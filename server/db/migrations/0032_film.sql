-- Up Migration
-- What film costs, in the studio's currency per m². Null: the house rule stands in.
alter table roll add column price_m2 numeric check (price_m2 >= 0);

-- Down Migration
alter table roll drop column price_m2;
