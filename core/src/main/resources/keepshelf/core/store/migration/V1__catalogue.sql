create table pack (
  id text primary key,
  name text not null,
  version text,
  source text,
  creator text,
  licence text,
  page text,
  folder text not null unique,
  archive text,
  taken_in text not null,
  bytes integer not null,
  file_count integer not null
);
create table pack_file (
  pack_id text not null references pack(id) on delete cascade,
  path text not null,
  sort text not null,
  bytes integer not null,
  sha256 text not null,
  primary key (pack_id, path)
) without rowid;
create index pack_file_sha on pack_file(sha256);
create table item (
  id text primary key,
  pack_id text not null references pack(id) on delete cascade,
  position integer not null,
  key text not null,
  name text not null,
  kind text not null,
  workflow text not null,
  colourway text,
  tile_metres real,
  problems text not null
);
create index item_pack on item(pack_id);
create index item_key on item(key);
create table map (
  item_id text not null references item(id) on delete cascade,
  position integer not null,
  path text not null,
  role text not null,
  channels text,
  resolution text,
  width integer not null,
  height integer not null,
  channel_count integer not null,
  bits integer not null,
  format text,
  handedness text,
  tile integer,
  confidence real not null,
  reasons text not null,
  sha256 text not null,
  bytes integer not null,
  primary key (item_id, position)
) without rowid;
create table host (
  name text primary key,
  profile text not null,
  folder text not null
);
create table installation (
  id text primary key,
  item_id text not null,
  host text not null,
  receipt text not null
);
create index installation_item on installation(item_id);
