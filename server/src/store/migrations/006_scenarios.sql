-- Named sets of assumption values, and of figures of single months, that stand in place of the plan's.
create table scenarios (
  planId text not null references plans (id) on delete cascade,
  id text not null,
  name text not null,
  position text not null,
  primary key (planId, id)
) strict, without rowid;

create table scenarioValues (
  planId text not null references plans (id) on delete cascade,
  id text not null,
  scenario text not null,
  assumption text not null,
  value real not null,
  primary key (planId, id)
) strict, without rowid;

create table scenarioFigures (
  planId text not null references plans (id) on delete cascade,
  id text not null,
  scenario text not null,
  line text not null,
  month text not null,
  amount real,
  primary key (planId, id)
) strict, without rowid;
