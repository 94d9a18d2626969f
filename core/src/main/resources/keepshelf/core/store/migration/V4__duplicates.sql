drop table fingerprint;
create table descriptor (
  row integer primary key autoincrement,
  sha256 text not null unique,
  version integer not null,
  data blob not null
);
create table luma (
  row integer primary key references descriptor(row) on delete cascade,
  data blob not null
);
create table kept_apart (
  a text not null,
  b text not null,
  primary key (a, b)
) without rowid;
create index map_sha on map(sha256);
alter table item add column also text;
alter table item add column part_of text;
alter table pack_file add column elsewhere text;
