-- What a student is writing for an assignment; theirs alone until it is handed in.
create table submission_drafts (
  entry_id text not null references plan_entries (id),
  person_id text not null references people (id),
  content json not null,
  -- [{id, name}] of shelf items
  files json not null default '[]',
  updated_at timestamptz not null default now(),
  primary key (entry_id, person_id)
);

-- What was handed in, each time anew, with what an author said when giving it back.
create table submissions (
  entry_id text not null references plan_entries (id),
  person_id text not null references people (id),
  number integer not null check (number >= 1),
  content json not null,
  html text not null,
  files json not null default '[]',
  handed_in_at timestamptz not null default now(),
  is_late boolean not null,
  comment json,
  comment_html text,
  returned_at timestamptz,
  returned_by text references people (id),
  primary key (entry_id, person_id, number),
  check ((returned_at is null) = (comment_html is null))
);
create index submissions_open on submissions (entry_id) where returned_at is null;
