-- Which shelf this catalogue is of, and how many changes of its records it has seen.
create table shelf_state (shelf text not null, changes integer not null);
