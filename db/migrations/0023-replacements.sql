-- Words replaced across a course: who asked for what, and how far it is. One record, from which the whole is taken back.
create table replacements (
  id text primary key,
  course_id text not null references courses on delete cascade,
  person_id text not null references people,
  words text not null,
  put text not null,
  doing text not null default 'replace' check (doing in ('replace', 'undo')),
  state text not null default 'waiting' check (state in ('waiting', 'running', 'done', 'failed')),
  problem text,
  created_at timestamptz not null default now(),
  touched_at timestamptz not null default now()
);
create index replacements_of_course on replacements (course_id, created_at desc);
create index replacements_of_person on replacements (person_id);

create table replacement_pages (
  replacement_id text not null references replacements on delete cascade,
  document_id text not null references documents on delete cascade,
  -- the order in which they are done
  position integer not null,
  -- the version of the page in which the places count
  version integer not null,
  -- [from, to] or [from, to, words], in order
  places json not null,
  -- null until it is done
  replaced integer,
  restored integer,
  -- why something stayed as it was
  note text,
  undo_note text,
  primary key (replacement_id, document_id)
);
create index replacement_pages_of_document on replacement_pages (document_id);
