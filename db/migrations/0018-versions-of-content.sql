-- Whatever holds content says in which version of the content model it was written, so that it can be read when that has
-- grown; and what was rendered from it says by which renderer. What does not say is of the first.
alter table posts add column schema_version integer not null default 1, add column renderer integer not null default 1;
alter table submissions add column schema_version integer not null default 1, add column renderer integer not null default 1, add column comment_schema_version integer not null default 1;
alter table submission_drafts add column schema_version integer not null default 1;
alter table questions add column schema_version integer not null default 1;
-- Which kinds of question there are, their registry says.
alter table questions drop constraint questions_kind_check;
alter table edition_questions add column schema_version integer not null default 1;
alter table set_aside add column schema_version integer not null default 1;

-- Which deeds are kept, the code says.
alter table audit drop constraint audit_act_check;
