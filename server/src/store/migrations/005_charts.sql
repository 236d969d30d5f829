-- Named charts, and whose figures each of them draws.
create table charts (
  planId text not null references plans (id) on delete cascade,
  id text not null,
  name text not null,
  form text not null check (form in ('beside', 'stacked', 'running', 'bars', 'ring')),
  span text not null check (span in ('month', 'quarter', 'year')),
  year integer,
  position text not null,
  primary key (planId, id)
) strict, without rowid;

create table chartSeries (
  planId text not null references plans (id) on delete cascade,
  id text not null,
  chart text not null,
  "of" text not null,
  mark text not null check (mark in ('bars', 'line', 'area', 'steps')),
  position text not null,
  primary key (planId, id)
) strict, without rowid;
