-- Up Migration
-- Gun time was reckoned five times too slow, and of the open art only. Who had changed the rule keeps what they wrote.
update studio set rules = rules || '{"blastSecondsPerCm2": 0.15}' where (rules ->> 'blastSecondsPerCm2')::numeric = 0.8;
create index run_of_lot on run (lot_id, ended_at desc) where outcome = 'finished';

-- Down Migration
drop index run_of_lot;
update studio set rules = rules || '{"blastSecondsPerCm2": 0.8}' where (rules ->> 'blastSecondsPerCm2')::numeric = 0.15;
