-- Lists: tables of items, with columns of which each is typed or has one rule.
create table lists (
  planId text not null references plans (id) on delete cascade,
  id text not null,
  name text not null,
  month text,
  note text not null,
  position text not null,
  primary key (planId, id)
) strict, without rowid;

create table listColumns (
  planId text not null references plans (id) on delete cascade,
  id text not null,
  list text not null,
  name text not null,
  kind text not null check (kind in ('text', 'choice', 'figure', 'date', 'yesNo', 'line', 'rule', 'entries', 'status')),
  unit text not null,
  formula text,
  options text not null,
  estimated text,
  actual text,
  decimals integer,
  total integer not null check (total in (0, 1)),
  average integer not null check (average in (0, 1)),
  smallest integer not null check (smallest in (0, 1)),
  largest integer not null check (largest in (0, 1)),
  count integer not null check (count in (0, 1)),
  groups integer not null check (groups in (0, 1)),
  locked integer not null check (locked in (0, 1)),
  hidden integer not null check (hidden in (0, 1)),
  width integer,
  position text not null,
  primary key (planId, id)
) strict, without rowid;

create table listItems (
  planId text not null references plans (id) on delete cascade,
  id text not null,
  list text not null,
  position text not null,
  primary key (planId, id)
) strict, without rowid;

create table listCells (
  planId text not null references plans (id) on delete cascade,
  id text not null,
  item text not null,
  "column" text not null,
  figure real,
  text text not null,
  line text,
  formula text,
  primary key (planId, id)
) strict, without rowid;

-- A chart may show the items of a list.
alter table charts rename to chartsBefore;
create table charts (
  planId text not null references plans (id) on delete cascade,
  id text not null,
  name text not null,
  list text,
  along text,
  form text not null check (form in ('beside', 'stacked', 'running', 'bars', 'ring', 'along')),
  span text not null check (span in ('month', 'quarter', 'year')),
  year integer,
  "from" text,
  until text,
  axis text not null,
  position text not null,
  primary key (planId, id)
) strict, without rowid;
insert into charts (planId, id, name, form, span, year, "from", until, axis, position)
  select planId, id, name, form, span, year, "from", until, axis, position from chartsBefore;
drop table chartsBefore;

-- An entry may be for an item of a list.
alter table entries add column item text not null default '';
create index entriesByItem on entries (planId, item) where item <> '';
