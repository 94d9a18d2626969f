create table fingerprint (
  sha256 text not null,
  version integer not null,
  data blob not null,
  primary key (sha256, version)
);
create table correction (
  sha256 text primary key,
  said text not null
) without rowid;
