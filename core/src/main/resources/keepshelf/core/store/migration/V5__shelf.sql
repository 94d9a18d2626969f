alter table pack add column earlier_licences text;
alter table item add column marks text;
create table picture_colour (
  sha256 text primary key,
  l real not null,
  a real not null,
  b real not null
) without rowid;
create table broken_file (
  pack_id text not null references pack(id) on delete cascade,
  path text not null,
  state text not null,
  found_at text,
  primary key (pack_id, path)
) without rowid;
create table card (
  row integer primary key,
  item_id text not null unique references item(id) on delete cascade,
  pack_id text not null,
  key text not null,
  name text not null,
  kind text not null,
  workflow text not null,
  tile_metres real,
  marks text,
  board text not null,
  resolutions integer not null,
  roles integer not null,
  maps integer not null,
  bytes integer not null,
  severity text,
  state text not null,
  colour_of text,
  l real,
  a real,
  b real
);
create index card_key on card(key collate nocase);
create index card_name on card(name collate nocase);
create index card_colour on card(colour_of) where colour_of is not null;
create index item_part on item(part_of) where part_of is not null;
create index item_also on item(id) where also is not null;
create virtual table words using fts5(
  name, source, creator, tags, notes, files, other,
  content = '', contentless_delete = 1, prefix = '1 2 3', tokenize = 'unicode61 remove_diacritics 2'
);
create virtual table terms using fts5vocab(words, row);
create trigger card_gone after delete on card begin
  delete from words where rowid = old.row;
end;
create table pack_text (
  row integer primary key,
  pack_id text not null unique references pack(id) on delete cascade
);
create virtual table pack_words using fts5(
  text, content = '', contentless_delete = 1, prefix = '2 3', tokenize = 'unicode61 remove_diacritics 2'
);
create trigger pack_text_gone after delete on pack_text begin
  delete from pack_words where rowid = old.row;
end;
create index installation_host on installation(host);
