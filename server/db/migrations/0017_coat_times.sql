-- Up Migration
-- Coating was reckoned four to eight times too slow. Who had changed the rule keeps what they wrote.
update studio set rules = rules || '{"coatSecondsPerCm2": 0.5}' where (rules ->> 'coatSecondsPerCm2')::numeric = 4;
update studio set rules = rules || '{"coatHandling": 10}' where (rules ->> 'coatHandling')::numeric = 20;

-- Down Migration
update studio set rules = rules || '{"coatSecondsPerCm2": 4}' where (rules ->> 'coatSecondsPerCm2')::numeric = 0.5;
update studio set rules = rules || '{"coatHandling": 20}' where (rules ->> 'coatHandling')::numeric = 10;
