-- What goes out of a course and what comes in, each made by a job: how far it is, what became of it.
create table transfers (
  id text primary key,
  course_id text not null references courses (id),
  person_id text not null references people (id),
  direction text not null check (direction in ('out', 'in')),
  format text not null,
  -- what goes out; for what comes in, after which entry it goes (null: at the end)
  entry_id text references plan_entries (id),
  -- out: what students read, or what is written; in: as one page or as a book
  manner text not null,
  name text not null check (length(name) between 1 and 300),
  state text not null default 'waiting' check (state in ('waiting', 'running', 'done', 'failed')),
  -- what is being done just now, and how much of it is done
  step text not null default '',
  done integer not null default 0,
  total integer not null default 0,
  problem text,
  -- what was kept, changed and left out
  report json,
  -- in: the page or book that was made
  made_id text references plan_entries (id),
  -- out: the file, in: the document as it came
  hash bytea references blobs (hash),
  size bigint,
  media_type text,
  created_at timestamptz not null default now(),
  touched_at timestamptz not null default now()
);
create index transfers_course on transfers (course_id, created_at desc);
create index transfers_hash on transfers (hash) where hash is not null;
