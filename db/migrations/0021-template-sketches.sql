-- What a template looks like from afar, drawn in the list of templates; null for those made before.
alter table templates add column sketch json;
