-- What people write under an item: replies of a discussion, comments on a page.
create table posts (
  id text primary key,
  entry_id text not null references plan_entries (id),
  -- the post this one answers; null begins a thread
  parent_id text references posts (id),
  -- the first post of the thread: the post itself where it begins one
  root_id text not null references posts (id),
  person_id text not null references people (id),
  content json not null,
  html text not null,
  words text not null,
  created_at timestamptz not null default now(),
  edited_at timestamptz,
  -- marked by an author as helpful
  helpful_at timestamptz,
  -- of the first post: nobody answers in this thread any more
  locked_at timestamptz,
  hidden_at timestamptz,
  hidden_by text references people (id),
  hidden_reason text check (length(hidden_reason) between 1 and 500),
  -- taken back by whoever wrote it
  deleted_at timestamptz,
  check ((parent_id is null) = (root_id = id)),
  check ((hidden_at is null) = (hidden_reason is null))
);
create index posts_threads on posts (entry_id, created_at desc, id) where parent_id is null;
create index posts_root on posts (root_id, created_at, id) where parent_id is not null;
create index posts_person on posts (person_id, entry_id);

-- Pictures in posts, so that whoever reads the post reaches them and no others.
create table post_items (
  post_id text not null references posts (id) on delete cascade,
  item_id text not null references shelf_items (id),
  primary key (post_id, item_id)
);
create index post_items_item on post_items (item_id);

-- What readers bring is not on the authors' shelf.
alter table shelf_items add column is_contribution boolean not null default false;

-- Who is told of what is new at an item.
create table follows (
  entry_id text not null references plan_entries (id),
  person_id text not null references people (id),
  created_at timestamptz not null default now(),
  primary key (entry_id, person_id)
);
create index follows_person on follows (person_id);

create table notices (
  id bigint generated always as identity primary key,
  person_id text not null references people (id),
  course_id text not null references courses (id),
  entry_id text references plan_entries (id),
  sort text not null check (sort in ('reply', 'edition', 'returned', 'handed in', 'comment')),
  words text not null,
  -- where it leads, an address of our own
  address text not null,
  created_at timestamptz not null default now(),
  seen_at timestamptz,
  mailed_at timestamptz
);
create index notices_person on notices (person_id, created_at desc);
create index notices_to_mail on notices (created_at) where mailed_at is null;
