create table card_clock (n integer not null);
insert into card_clock values (0);
alter table card add column change integer not null default 0;
create index card_change on card(change);
