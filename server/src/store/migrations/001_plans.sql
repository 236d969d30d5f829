-- People, and what they may do with which plan.
create table people (
  id text primary key,
  name text not null,
  createdAt text not null
) strict;

-- A plan's settings. The revision counts the change sets it has taken.
create table plans (
  id text primary key,
  name text not null,
  currency text not null,
  locale text not null,
  firstMonth text not null,
  months integer not null check (months between 1 and 600),
  projectionRate text,
  revision integer not null default 0,
  createdAt text not null,
  deletedAt text
) strict;

create table roles (
  planId text not null references plans (id) on delete cascade,
  personId text not null references people (id) on delete cascade,
  role text not null check (role in ('owner', 'editor', 'viewer')),
  primary key (planId, personId)
) strict, without rowid;

create table assumptions (
  planId text not null references plans (id) on delete cascade,
  id text not null,
  name text not null,
  unit text not null,
  value real not null,
  note text not null,
  position text not null,
  primary key (planId, id)
) strict, without rowid;

create table assumptionSteps (
  planId text not null references plans (id) on delete cascade,
  id text not null,
  assumption text not null,
  "from" text not null,
  value real not null,
  primary key (planId, id)
) strict, without rowid;

create table "groups" (
  planId text not null references plans (id) on delete cascade,
  id text not null,
  name text not null,
  side text not null check (side in ('income', 'expense', 'setAside', 'memo')),
  rhythm text check (rhythm in ('fixed', 'periodic', 'dayToDay')),
  position text not null,
  primary key (planId, id)
) strict, without rowid;

create table lines (
  planId text not null references plans (id) on delete cascade,
  id text not null,
  "group" text not null,
  name text not null,
  unit text not null,
  rollUp text not null check (rollUp in ('total', 'last', 'average')),
  note text not null,
  position text not null,
  primary key (planId, id)
) strict, without rowid;

create table ruleSteps (
  planId text not null references plans (id) on delete cascade,
  id text not null,
  line text not null,
  "from" text,
  amount real,
  formula text,
  primary key (planId, id)
) strict, without rowid;

create table exceptions (
  planId text not null references plans (id) on delete cascade,
  id text not null,
  line text not null,
  month text not null,
  amount real,
  formula text,
  primary key (planId, id)
) strict, without rowid;

-- Every change set a plan has taken, in order. `kind` is the command's kind, or undo or redo with the entry they are
-- about in `target`. `state` belongs to commands: done, undone, or left behind by newer work after an undo.
create table changeLog (
  planId text not null references plans (id) on delete cascade,
  revision integer not null,
  commandId text not null,
  personId text not null references people (id),
  at text not null,
  kind text not null,
  label text not null,
  target text,
  state text check (state in ('done', 'undone', 'left')),
  changes text not null,
  primary key (planId, revision)
) strict, without rowid;

create unique index changeLogByCommand on changeLog (planId, commandId);
create index changeLogByState on changeLog (planId, personId, state, revision);
