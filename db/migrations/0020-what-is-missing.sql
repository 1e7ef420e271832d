-- What somebody misses in an item that did not help them, in their own words; its authors read it, not whose it is.
alter table votes add column missing text
  check (missing is null or (not did_help and length(missing) between 1 and 500));

-- Of an author's courses: what waits for an answer, and what was edited since.
create index submissions_waiting on submissions (entry_id, handed_in_at) where returned_at is null;
