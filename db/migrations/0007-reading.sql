-- The plain words of an edition, for searching in a book or course.
alter table editions add column words_text text not null default '';
update editions set words_text = coalesce((select string_agg(word #>> '{}', ' ') from jsonb_path_query(content::jsonb, 'strict $.**.text') as word), '');
create index editions_words on editions using gin (to_tsvector('simple', title || ' ' || words_text));

-- Where somebody was in a book.
create table places (
  book_id text not null references plan_entries (id),
  person_id text not null references people (id),
  chapter_id text not null references plan_entries (id),
  -- the heading last in sight, by its place name; empty at the beginning
  heading text not null default '' check (length(heading) <= 200),
  at timestamptz not null default now(),
  primary key (book_id, person_id)
);

-- When an entry opens for students: not before anything it stands in. Null: it is open.
create function entry_opens_at(entry text) returns timestamptz language sql stable as $$
  with recursive up as (
    select id, parent_id, opens_at from plan_entries where id = entry
    union all select p.id, p.parent_id, p.opens_at from plan_entries p join up on p.id = up.parent_id)
  select max(opens_at) from up where opens_at > now()
$$;
