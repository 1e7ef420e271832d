create table question_folders (
  id text primary key,
  course_id text not null references courses (id),
  name text not null check (length(name) between 1 and 100),
  created_at timestamptz not null default now(),
  unique (course_id, name)
);

create table questions (
  id text primary key,
  course_id text not null references courses (id),
  folder_id text references question_folders (id),
  title text not null check (length(title) <= 300),
  kind text not null check (kind in ('one', 'several', 'number')),
  content json not null,
  -- the words of its text, for finding it
  words text not null default '',
  -- counts changes, so that two people do not overwrite each other
  version integer not null default 1,
  created_by text not null references people (id),
  updated_by text not null references people (id),
  updated_at timestamptz not null default now(),
  deleted_at timestamptz
);
create index questions_course on questions (course_id, updated_at desc) where deleted_at is null;

-- Which questions an exercise puts together, in their order.
create table exercise_questions (
  entry_id text not null references plan_entries (id),
  question_id text not null references questions (id),
  position integer not null,
  points integer not null default 1 check (points between 1 and 100),
  primary key (entry_id, question_id)
);
create index exercise_questions_question on exercise_questions (question_id);

-- When the questions of an exercise or page last changed, beside its text.
alter table documents add column questions_changed_at timestamptz;

-- The questions as they were when an edition was published. Without a position: it stands in the page itself.
create table edition_questions (
  document_id text not null,
  number integer not null,
  question_id text not null references questions (id),
  position integer,
  points integer not null default 1,
  title text not null,
  content json not null,
  primary key (document_id, number, question_id),
  foreign key (document_id, number) references editions (document_id, number)
);

create table attempts (
  id text primary key,
  entry_id text not null references plan_entries (id),
  person_id text not null references people (id),
  -- 1, 2, …; 0 holds what is answered to questions that stand in a page
  number integer not null check (number >= 0),
  document_id text not null,
  edition integer not null,
  seed integer not null,
  started_at timestamptz not null default now(),
  finished_at timestamptz,
  unique (entry_id, person_id, number)
);
create index attempts_person on attempts (person_id);

create table attempt_answers (
  attempt_id text not null references attempts (id) on delete cascade,
  question_id text not null references questions (id),
  -- ids of choices, or what was typed; null while only hints were taken
  given json,
  share double precision check (share between 0 and 1),
  tries integer not null default 0,
  hints integer not null default 0,
  answered_at timestamptz,
  primary key (attempt_id, question_id)
);
create index attempt_answers_question on attempt_answers (question_id);
