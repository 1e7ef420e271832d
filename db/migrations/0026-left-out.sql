-- What was left out when code came in waits beside its page, with what was said about it, until an author decides.
alter table set_aside drop constraint set_aside_reason_check;
alter table set_aside add constraint set_aside_reason_check
  check (reason in ('mine', 'theirs', 'refused', 'kept', 'left out'));
alter table set_aside add column told text not null default '';
