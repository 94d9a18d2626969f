-- What the parts of an ensemble are made of.
alter table item add column parts text;
