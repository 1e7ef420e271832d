-- Bytes are kept once, by their SHA-256, in chunks; they are reached through shelf items alone.
create table blobs (
  hash bytea primary key check (length(hash) = 32),
  size bigint not null check (size >= 0),
  created_at timestamptz not null default now()
);

-- Chunks belong to an upload while its bytes arrive, then to the blob they turned out to be.
create table blob_chunks (
  hash bytea references blobs (hash) on delete cascade,
  upload_id text,
  number integer not null check (number >= 0),
  bytes bytea not null,
  check ((hash is null) <> (upload_id is null))
);
-- Pictures and films are packed already: compressing them again costs time and gains nothing.
alter table blob_chunks alter column bytes set storage external;
create unique index blob_chunks_hash on blob_chunks (hash, number) where hash is not null;
create unique index blob_chunks_upload on blob_chunks (upload_id, number) where upload_id is not null;

create table uploads (
  id text primary key,
  course_id text not null references courses (id),
  person_id text not null references people (id),
  created_at timestamptz not null default now()
);

create table shelf_items (
  id text primary key,
  course_id text not null references courses (id),
  hash bytea not null references blobs (hash),
  name text not null check (length(name) between 1 and 300),
  media_type text not null,
  width integer,
  height integer,
  -- for search: what authors wrote about it where it stands
  alt text not null default '',
  state text not null default 'new' check (state in ('new', 'ready', 'failed')),
  problem text,
  created_by text not null references people (id),
  created_at timestamptz not null default now(),
  deleted_at timestamptz,
  unique (course_id, hash)
);
create index shelf_items_course on shelf_items (course_id, created_at desc) where deleted_at is null;

-- A picture in other sizes. Made by a job; the original is never sent to readers.
create table renditions (
  item_id text not null references shelf_items (id) on delete cascade,
  width integer not null,
  height integer not null,
  media_type text not null,
  hash bytea not null references blobs (hash),
  primary key (item_id, width)
);

-- What an edition shows, so that students reach these items and no others.
create table edition_items (
  document_id text not null,
  number integer not null,
  item_id text not null references shelf_items (id),
  primary key (document_id, number, item_id),
  foreign key (document_id, number) references editions (document_id, number)
);
create index edition_items_item on edition_items (item_id);
