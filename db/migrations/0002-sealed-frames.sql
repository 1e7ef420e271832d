-- Keys that the processes share, such as the one that signs addresses of sealed frames.
create table secrets (
  name text primary key,
  key bytea not null
);
insert into secrets (name, key)
select 'sealed', decode(replace(gen_random_uuid()::text || gen_random_uuid()::text, '-', ''), 'hex');
