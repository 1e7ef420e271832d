-- Whether an item helped somebody, in their own word.
create table votes (
  entry_id text not null references plan_entries (id),
  person_id text not null references people (id),
  did_help boolean not null,
  at timestamptz not null default now(),
  primary key (entry_id, person_id)
);

create table bookmarks (
  entry_id text not null references plan_entries (id),
  person_id text not null references people (id),
  created_at timestamptz not null default now(),
  primary key (entry_id, person_id)
);
create index bookmarks_person on bookmarks (person_id);
