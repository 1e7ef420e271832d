-- Whole pages to begin others from. The course is where a template was made and where its pictures lie.
create table templates (
  id text primary key,
  course_id text not null references courses (id),
  person_id text not null references people (id),
  -- who may use it: whoever made it, the authors of its course, or all authors
  reach text not null check (reach in ('own', 'course', 'everyone')),
  name text not null check (length(name) between 1 and 300),
  description text not null default '' check (length(description) <= 1000),
  kind text not null check (kind in ('page', 'discussion', 'chapter', 'assignment', 'exercise', 'note')),
  schema_version integer not null,
  content json not null,
  created_at timestamptz not null default now(),
  deleted_at timestamptz
);
create index templates_course on templates (course_id) where deleted_at is null;
create index templates_reach on templates (reach, created_at desc) where deleted_at is null;
