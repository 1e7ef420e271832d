-- Each mail asks for the oldest notice that was not mailed: its index is as long as what waits, not as all that was ever told.
drop index notices_to_mail;
create index notices_to_mail on notices (id) where mailed_at is null;
-- How many comments a page has, and what was written under it, without walking all that the school has written.
create index posts_entry on posts (entry_id) where deleted_at is null and hidden_at is null;
-- What falls due for forgetting.
create index sessions_seen on sessions (seen_at);
