-- Discussions, books with parts and chapters, assignments, exercises, links and notes join pages in the plan.
alter table plan_entries
  drop constraint plan_entries_kind_check,
  drop constraint plan_entries_check,
  drop constraint plan_entries_check1,
  add constraint plan_entries_kind check (kind in ('unit', 'lesson', 'page', 'discussion', 'book', 'bookPart', 'chapter', 'assignment', 'exercise', 'link', 'note')),
  add constraint plan_entries_top check ((kind = 'unit') = (parent_id is null)),
  -- units, lessons and parts of books have a document once their introduction is begun
  add constraint plan_entries_written check (kind in ('unit', 'lesson', 'bookPart') or document_id is not null),
  -- what stands in it opens with it; null: at once
  add column opens_at timestamptz,
  add column settings json not null default '{}';

-- What students have opened and done. A row is made when an item is done, or opened where that is worth knowing.
create table progress (
  entry_id text not null references plan_entries (id),
  person_id text not null references people (id),
  opened_at timestamptz not null default now(),
  done_at timestamptz,
  primary key (entry_id, person_id)
);
create index progress_person on progress (person_id);
