-- Words that no dictionary has and that are right all the same: of one person wherever they write, or of a course for all its authors.
create table own_words (
  course_id text references courses on delete cascade,
  person_id text references people on delete cascade,
  word text not null,
  created_at timestamptz not null default now(),
  check ((course_id is null) <> (person_id is null))
);
create unique index own_words_of_course on own_words (course_id, word) where course_id is not null;
create unique index own_words_of_person on own_words (person_id, word) where person_id is not null;
