-- The batches a session was made of: a browser that was away for long asks whether what it sent has arrived.
alter table batches add column squashed_ids text[] not null default '{}';
