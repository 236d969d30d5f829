-- Steps that change a great deal are carried out in parts: how far each is, until it is whole.
create table unfinished (
  planId text primary key references plans (id) on delete cascade,
  revision integer not null,
  done integer not null
) strict, without rowid;
