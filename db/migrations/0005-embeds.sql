-- Hosts whose players may stand in pages; a manager says which.
create table embed_hosts (
  -- scheme, host name and port, as browsers write an origin
  origin text primary key check (origin ~ '^https?://[a-z0-9.:-]+$'),
  name text not null check (length(name) between 1 and 100),
  -- where it answers oEmbed questions; null when it does not
  oembed text,
  is_allowed boolean not null default true,
  created_by text references people (id),
  created_at timestamptz not null default now()
);
