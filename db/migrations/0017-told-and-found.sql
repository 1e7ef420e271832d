-- The origins of the players that an edition shows: its pages may frame these alone. Null for editions of before.
alter table editions add column players text[];

-- Words are found in the forms that the language of the course gives them (PostgreSQL, "Full Text Search": its own dictionaries), and as they stand.
create function search_configuration(language text) returns regconfig language sql immutable parallel safe as $$
  select case lower(split_part(language, '-', 1))
    when 'ar' then 'arabic' when 'ca' then 'catalan' when 'da' then 'danish' when 'de' then 'german' when 'el' then 'greek' when 'en' then 'english'
    when 'es' then 'spanish' when 'eu' then 'basque' when 'fi' then 'finnish' when 'fr' then 'french' when 'ga' then 'irish' when 'hi' then 'hindi'
    when 'hu' then 'hungarian' when 'hy' then 'armenian' when 'id' then 'indonesian' when 'it' then 'italian' when 'lt' then 'lithuanian'
    when 'nb' then 'norwegian' when 'ne' then 'nepali' when 'nl' then 'dutch' when 'nn' then 'norwegian' when 'no' then 'norwegian' when 'pt' then 'portuguese'
    when 'ro' then 'romanian' when 'ru' then 'russian' when 'sr' then 'serbian' when 'sv' then 'swedish' when 'ta' then 'tamil' when 'tr' then 'turkish'
    when 'yi' then 'yiddish' else 'simple' end::regconfig
$$;
-- The course is a word among them: the index is asked for the words of one course, however large the school. An index entry
-- holds at most 1 MB; of a text longer than a book the first 250,000 characters are found.
create function search_words(course_id text, language text, heading text, body text) returns tsvector language sql immutable parallel safe as $$
  select setweight(to_tsvector(search_configuration(language), heading) || to_tsvector('simple', heading), 'A')
    || to_tsvector(search_configuration(language), left(body, 250000)) || to_tsvector('simple', left(body, 250000))
    || array_to_tsvector(array['§' || course_id])
$$;
create function search_query(course_id text, language text, words text, phrases text) returns tsquery language sql immutable parallel safe as $$
  select quote_literal('§' || course_id)::tsquery && (to_tsquery(search_configuration(language), words) || to_tsquery('simple', words)) && to_tsquery('simple', phrases)
$$;
-- What is marked where something was found: any of the words, since all of them seldom stand together.
create function search_marks(language text, words text, phrases text) returns tsquery language sql immutable parallel safe as $$
  select to_tsquery(search_configuration(language), replace(words, '&', '|')) || to_tsquery('simple', replace(words, '&', '|')) || to_tsquery('simple', replace(phrases, '&', '|'))
$$;
-- Only the newest edition of a document is looked through.
alter table editions add column search tsvector;
update editions e set search = search_words(d.course_id, c.language, e.title, e.words_text) from documents d join courses c on c.id = d.course_id
  where d.id = e.document_id and e.number = (select max(number) from editions where document_id = e.document_id);
create index editions_search on editions using gin (search) where search is not null;
alter table posts add column search tsvector;
update posts p set search = search_words(e.course_id, c.language, '', p.words) from plan_entries e join courses c on c.id = e.course_id where e.id = p.entry_id;
create index posts_search on posts using gin (search);

-- Parts of words in names and alternative texts (PostgreSQL, "pg_trgm").
create extension if not exists pg_trgm;
create index shelf_items_words on shelf_items using gin ((name || ' ' || alt) gin_trgm_ops) where deleted_at is null;

-- When somebody wants their mail; null is what is usual: at once, what comes to authors as one mail a day.
alter table people add column mail_pace text check (mail_pace in ('at once', 'daily', 'never'));
alter table notices drop constraint notices_sort_check;
alter table notices add constraint notices_sort_check check (sort in ('reply', 'edition', 'returned', 'handed in', 'comment', 'vote', 'sign-in'));
alter table notices alter column course_id drop not null;
-- One telling reaches each person once, however often its job runs.
alter table notices add column telling text;
create unique index notices_once on notices (telling, person_id) where telling is not null;
alter table notices add column mail_after timestamptz not null default now();
drop index notices_to_mail;
create index notices_to_mail on notices (mail_after, person_id) where mailed_at is null;

-- What a course holds for students is kept in memory until this grows: with every change of an entry and every edition.
alter table courses add column outline_version bigint not null default 0;
create function grow_outline_of_entries() returns trigger language plpgsql as $$
begin
  update courses set outline_version = outline_version + 1 where id in (select distinct course_id from changed);
  return null;
end $$;
create trigger plan_entries_inserted after insert on plan_entries referencing new table as changed for each statement execute function grow_outline_of_entries();
create trigger plan_entries_updated after update on plan_entries referencing new table as changed for each statement execute function grow_outline_of_entries();
create trigger plan_entries_deleted after delete on plan_entries referencing old table as changed for each statement execute function grow_outline_of_entries();
create function grow_outline_of_editions() returns trigger language plpgsql as $$
begin
  update courses set outline_version = outline_version + 1 where id in (select distinct d.course_id from changed e join documents d on d.id = e.document_id);
  return null;
end $$;
create trigger editions_inserted after insert on editions referencing new table as changed for each statement execute function grow_outline_of_editions();

-- How much somebody has brought in a day.
create index shelf_items_brought on shelf_items (created_by, created_at);

-- Browsers in which somebody has signed in before: what others guess elsewhere does not shut them out.
create table devices (
  person_id text not null references people (id),
  token_hash bytea not null,
  created_at timestamptz not null default now(),
  seen_at timestamptz not null default now(),
  primary key (person_id, token_hash)
);
alter table sign_in_failures add column device bytea;
-- The second step: a secret of an authenticator (RFC 6238), and the last step that was used, which is not used again.
alter table people add column totp_secret text;
alter table people add column totp_used bigint;
-- Whoever has given their password and not yet the second step.
create table pending_sign_ins (
  token_hash bytea primary key,
  person_id text not null references people (id),
  created_at timestamptz not null default now()
);
-- Ways to a new password, sent by mail, each good once and for an hour.
create table password_resets (
  token_hash bytea primary key,
  person_id text not null references people (id),
  created_at timestamptz not null default now()
);

-- Who did what with rights and with what others are: kept for a year, read by the manager.
create table audit (
  id bigint generated always as identity primary key,
  at timestamptz not null default now(),
  person_id text references people (id),
  act text not null check (act in ('signed in', 'sign-in refused', 'signed out everywhere', 'password changed', 'second step', 'host', 'export', 'hand-ins read')),
  course_id text references courses (id),
  about text not null check (length(about) <= 500),
  address text not null
);
create index audit_at on audit (at desc, id desc);
