-- A snippet is a template of a part of a page: put in where the cursor is, with its blanks filled.
alter table templates drop constraint templates_kind_check;
alter table templates add constraint templates_kind_check
  check (kind in ('page', 'discussion', 'chapter', 'assignment', 'exercise', 'note', 'part'));
-- What a snippet is for: the group in which it is offered. Empty for templates of whole pages.
alter table templates add column purpose text not null default '' check (length(purpose) <= 40);
-- Counts the states of a snippet, so that places where an older one stands can be told.
alter table templates add column version integer not null default 1 check (version >= 1);

-- Which pages hold something from a snippet, counted when the writing on them pauses.
create table snippet_uses (
  document_id text not null references documents (id) on delete cascade,
  snippet_id text not null references templates (id) on delete cascade,
  places integer not null check (places >= 1),
  -- the oldest state of it that stands there
  oldest integer not null check (oldest >= 1),
  primary key (snippet_id, document_id)
);
create index snippet_uses_document on snippet_uses (document_id);
