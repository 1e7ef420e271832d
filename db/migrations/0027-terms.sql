-- What an edition defines: [{term, definition, id}]. Written with its rendering, and anew when that is.
alter table editions add column terms json not null default '[]';
