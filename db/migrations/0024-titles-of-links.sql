-- The title that links to an entry have as their words, while that is not its title: a job lets them follow.
alter table plan_entries add column linked_title text;
