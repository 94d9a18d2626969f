create table naming_habit (
  source text not null collate nocase,
  word text not null,
  role text not null,
  primary key (source, word)
) without rowid;
alter table pack add column purchase text;
alter table pack add column replaces text;
