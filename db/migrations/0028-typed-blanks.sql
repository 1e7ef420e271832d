-- What the blanks of a template ask for: name, type, example, help, rules. Marked words of which nothing is said ask for words.
alter table templates add column blanks json not null default '[]';
