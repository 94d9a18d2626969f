-- How normal and height maps agree, measured when they came; it can be measured again.
create table agreement (
  normal text not null,
  height text not null,
  version integer not null,
  width integer not null,
  slopes real not null,
  rises real not null,
  across real not null,
  down real not null,
  primary key (normal, height)
) without rowid;
