-- Colours and table styles that the authors of a course share, by name.
create table course_looks (
  course_id text not null references courses on delete cascade,
  sort text not null check (sort in ('colour', 'table')),
  name text not null,
  value jsonb not null,
  created_at timestamptz not null default now(),
  primary key (course_id, sort, name)
);
