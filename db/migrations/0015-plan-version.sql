-- Grows with each change of a course's plan: whoever made one knows from it whether a plan they see holds it.
alter table courses add column plan_version bigint not null default 0;
