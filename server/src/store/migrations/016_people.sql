-- People sign in once one of them has a password; until then there is the one local person.
alter table people add column address text not null default '';
alter table people add column password text;
alter table people add column leftAt text;
create unique index peopleByName on people (name collate nocase) where password is not null;
create unique index peopleByAddress on people (address) where address <> '';

-- Since when someone has a role, and through which link.
alter table roles add column since text not null default '';
alter table roles add column link text not null default '';
update roles set since = (select createdAt from plans where plans.id = roles.planId);

-- Who is signed in where. Only a hash of what a browser holds is kept.
create table sessions (
  token text primary key,
  personId text not null references people (id) on delete cascade,
  createdAt text not null,
  seenAt text not null,
  until text not null,
  agent text not null
) strict, without rowid;

create index sessionsByPerson on sessions (personId);

-- A new password may be chosen once with one of these.
create table resets (
  token text primary key,
  personId text not null references people (id) on delete cascade,
  until text not null
) strict, without rowid;

-- Links by which a plan is shared: for a role, until a day, once or often.
create table links (
  planId text not null references plans (id) on delete cascade,
  id text not null,
  token text not null unique,
  role text not null check (role in ('owner', 'editor', 'viewer')),
  address text not null,
  createdAt text not null,
  createdBy text not null references people (id),
  until text,
  once integer not null,
  uses integer not null default 0,
  revokedAt text,
  primary key (planId, id)
) strict, without rowid;

-- A plan as it was at a moment, whole: its file, compressed.
create table snapshots (
  planId text not null references plans (id) on delete cascade,
  id text not null,
  name text not null,
  note text not null,
  kind text not null check (kind in ('made', 'import', 'nightly')),
  revision integer not null,
  at text not null,
  personId text not null references people (id),
  content blob not null,
  primary key (planId, id)
) strict;

create index snapshotsByTime on snapshots (planId, at);
