-- What items look like, to find what looks alike; null when no picture of it can be read.
create table look (
  item_id text primary key references item(id) on delete cascade,
  version integer not null,
  data blob
) without rowid;
