-- Findings of the proof that an author has set aside, with the reason; a passage that changes has another fingerprint.
create table dismissed_findings (
  document_id text not null references documents (id),
  fingerprint text not null check (length(fingerprint) between 1 and 200),
  reason text not null check (length(reason) between 1 and 500),
  person_id text not null references people (id),
  created_at timestamptz not null default now(),
  primary key (document_id, fingerprint)
);

-- counted when the writing pauses, for the plan
alter table documents add column findings integer not null default 0;
