-- How maps were made that nobody delivered, and which items have such.
alter table map add column recipe text;
alter table card add column made integer not null default 0;
