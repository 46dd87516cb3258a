-- Up Migration
-- A bag of grit is no bottle: what is in stock is a lot.
alter table bottle rename to lot;
alter table bottle_movement rename to lot_movement;
alter table lot_movement rename column bottle_id to lot_id;
alter table coupon rename column bottle_id to lot_id;
alter table job rename column bottle_id to lot_id;
alter table run rename column bottle_id to lot_id;
alter index bottle_movement_bottle rename to lot_movement_lot;
alter index coupon_bottle rename to coupon_lot;
update job set entered = (entered - 'bottleId') || jsonb_build_object('lotId', entered -> 'bottleId') where entered ? 'bottleId';

-- Down Migration
update job set entered = (entered - 'lotId') || jsonb_build_object('bottleId', entered -> 'lotId') where entered ? 'lotId';
alter index coupon_lot rename to coupon_bottle;
alter index lot_movement_lot rename to bottle_movement_bottle;
alter table run rename column lot_id to bottle_id;
alter table job rename column lot_id to bottle_id;
alter table coupon rename column lot_id to bottle_id;
alter table lot_movement rename column lot_id to bottle_id;
alter table lot_movement rename to bottle_movement;
alter table lot rename to bottle;
