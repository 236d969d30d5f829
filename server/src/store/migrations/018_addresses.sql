-- An address is somebody's once a link that was mailed to it has been opened; until then it is only wanted.
alter table people add column wantedAddress text not null default '';

-- A name does not look like an address.
update people set name = replace(name, '@', ' at ') where instr(name, '@') > 0;

create table confirmations (
  token text primary key,
  personId text not null references people (id) on delete cascade,
  address text not null,
  until text not null
) strict, without rowid;

-- The networks somebody has signed in from.
create table places (
  personId text not null references people (id) on delete cascade,
  network text not null,
  seenAt text not null,
  primary key (personId, network)
) strict, without rowid;
