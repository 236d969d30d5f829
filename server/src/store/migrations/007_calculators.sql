-- Loans, savings pots, tax schedules and break-evens. What they are given is a formula, a bare figure included.
create table loans (
  planId text not null references plans (id) on delete cascade,
  id text not null,
  name text not null,
  offerOf text,
  unknown text not null check (unknown in ('payment', 'amount', 'rate', 'months')),
  amount text,
  rate text,
  months text,
  payment text,
  termIn text not null check (termIn in ('months', 'years')),
  conversion text not null check (conversion in ('nominal', 'effective')),
  first text not null,
  due text not null check (due in ('end', 'start')),
  balloon text,
  fee text,
  interestOnly text,
  note text not null,
  position text not null,
  primary key (planId, id)
) strict, without rowid;

create table loanExtras (
  planId text not null references plans (id) on delete cascade,
  id text not null,
  loan text not null,
  every text not null check (every in ('once', 'yearly', 'monthly')),
  "from" text not null,
  until text,
  amount text,
  primary key (planId, id)
) strict, without rowid;

create table savings (
  planId text not null references plans (id) on delete cascade,
  id text not null,
  name text not null,
  unknown text not null check (unknown in ('goal', 'deposit', 'months', 'rate')),
  opening text,
  deposit text,
  rate text,
  months text,
  goal text,
  growth text,
  termIn text not null check (termIn in ('months', 'years')),
  conversion text not null check (conversion in ('nominal', 'effective')),
  first text not null,
  due text not null check (due in ('end', 'start')),
  withdrawals text not null check (withdrawals in ('none', 'howLong', 'howMuch')),
  withdrawal text,
  withdrawalMonths text,
  inflation text,
  note text not null,
  position text not null,
  primary key (planId, id)
) strict, without rowid;

create table savingsMoves (
  planId text not null references plans (id) on delete cascade,
  id text not null,
  pot text not null,
  kind text not null check (kind in ('deposit', 'withdrawal', 'pause')),
  "from" text not null,
  until text,
  amount text,
  primary key (planId, id)
) strict, without rowid;

create table taxSchedules (
  planId text not null references plans (id) on delete cascade,
  id text not null,
  name text not null,
  income text,
  allowance text,
  rebateLimit text,
  note text not null,
  position text not null,
  primary key (planId, id)
) strict, without rowid;

create table taxBands (
  planId text not null references plans (id) on delete cascade,
  id text not null,
  schedule text not null,
  validFrom integer,
  "from" text not null,
  rate text not null,
  position text not null,
  primary key (planId, id)
) strict, without rowid;

create table breakEvens (
  planId text not null references plans (id) on delete cascade,
  id text not null,
  name text not null,
  about text not null check (about in ('units', 'time', 'between')),
  fixedCosts text,
  price text,
  variableCost text,
  plannedUnits text,
  targetProfit text,
  costs text,
  units text,
  flow text,
  firstName text not null,
  firstCosts text,
  secondName text not null,
  secondCosts text,
  note text not null,
  position text not null,
  primary key (planId, id)
) strict, without rowid;
