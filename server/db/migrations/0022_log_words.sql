-- Up Migration
-- What went on the piece, under what and on what is found in the log as well.
update run set search = search || ' ' || lower(concat_ws(' ', artwork.name, nullif(job.notes, ''), array_to_string(s.names, ' '),
  replace(pass.resist, '-', ' '), replace(s.substrate, '-', ' ')))
from pass join piece_set s on s.id = pass.set_id join job on job.id = s.job_id left join artwork on artwork.id = pass.artwork_id
where pass.id = run.pass_id and run.ended_at is not null;

-- Down Migration
-- Words that are found more often do no harm.
select 1;
