create table people (
  id text primary key,
  name text not null check (length(name) between 1 and 200),
  email text not null check (email = lower(email)),
  password_hash text not null,
  is_manager boolean not null default false,
  colour text not null check (colour ~ '^#[0-9a-f]{6}$'),
  created_at timestamptz not null default now(),
  deleted_at timestamptz
);
create unique index people_email on people (email) where deleted_at is null;

create table sessions (
  id bigint generated always as identity primary key,
  token_hash bytea not null unique,
  -- the token before the last rotation, taken for a minute more: requests that were on their way
  previous_hash bytea unique,
  person_id text not null references people (id),
  created_at timestamptz not null default now(),
  rotated_at timestamptz not null default now(),
  seen_at timestamptz not null default now()
);
create index sessions_person on sessions (person_id);

create table sign_in_failures (
  id bigint generated always as identity primary key,
  account text not null,
  address text not null,
  at timestamptz not null default now()
);
create index sign_in_failures_account on sign_in_failures (account, at);
create index sign_in_failures_address on sign_in_failures (address, at);

create table courses (
  id text primary key,
  title text not null check (length(title) between 1 and 300),
  language text not null default 'en',
  direction text not null default 'ltr' check (direction in ('ltr', 'rtl')),
  time_zone text not null default 'UTC',
  created_at timestamptz not null default now(),
  deleted_at timestamptz
);

create table memberships (
  course_id text not null references courses (id),
  person_id text not null references people (id),
  role text not null check (role in ('author', 'student', 'guest')),
  primary key (course_id, person_id)
);
create index memberships_person on memberships (person_id);

create table documents (
  id text primary key,
  course_id text not null references courses (id),
  -- grows when a structural upgrade of the content begins the log anew
  epoch integer not null default 1,
  -- counted at the last snapshot, for the plan
  words integer not null default 0,
  created_at timestamptz not null default now(),
  deleted_at timestamptz
);
create index documents_course on documents (course_id);

-- Units, lessons and items of a course, as a tree. An item shows its document.
create table plan_entries (
  id text primary key,
  course_id text not null references courses (id),
  parent_id text references plan_entries (id),
  kind text not null check (kind in ('unit', 'lesson', 'page')),
  title text not null check (length(title) <= 300),
  position integer not null,
  document_id text references documents (id) unique,
  created_at timestamptz not null default now(),
  deleted_at timestamptz,
  -- what was deleted in one go comes back in one go
  deletion_id text,
  check ((kind = 'unit') = (parent_id is null)),
  check ((kind = 'page') = (document_id is not null))
);
create index plan_entries_course on plan_entries (course_id, parent_id, position) where deleted_at is null;
create index plan_entries_deletion on plan_entries (deletion_id) where deletion_id is not null;

-- The log: the truth about a document. Versions count steps; a batch leads from `base` to `version`.
create table batches (
  document_id text not null references documents (id),
  base integer not null check (base >= 0),
  version integer not null check (version > base),
  id text not null,
  -- null: the system's own, from the normaliser
  person_id text references people (id),
  client_id text not null,
  schema_version integer not null,
  steps json not null,
  created_at timestamptz not null default now(),
  -- old batches become one a sitting
  is_squashed boolean not null default false,
  primary key (document_id, base),
  unique (document_id, id)
);

create index batches_to_squash on batches (created_at) where not is_squashed;

create table snapshots (
  document_id text not null references documents (id),
  version integer not null,
  schema_version integer not null,
  content json not null,
  created_at timestamptz not null default now(),
  primary key (document_id, version)
);

-- What two people's changes left without a place in the page, until someone settles it.
create table set_aside (
  id text primary key,
  document_id text not null references documents (id),
  person_id text not null references people (id),
  reason text not null check (reason in ('mine', 'theirs', 'refused', 'kept')),
  content json not null,
  words text not null,
  created_at timestamptz not null default now(),
  settled_at timestamptz,
  settled_by text references people (id)
);
create index set_aside_open on set_aside (document_id) where settled_at is null;

create table editions (
  document_id text not null references documents (id),
  number integer not null check (number >= 1),
  version integer not null,
  schema_version integer not null,
  renderer integer not null,
  title text not null,
  note text not null,
  words integer not null,
  content json not null,
  -- published HTML in order: text, or the name of a slot that is filled for each reader
  segments json not null,
  -- the places in the page that can be linked to, for its contents
  headings json not null,
  published_by text not null references people (id),
  published_at timestamptz not null default now(),
  primary key (document_id, number)
);
