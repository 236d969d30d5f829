-- How a plan writes its figures.
alter table plans add column decimals integer check (decimals between 0 and 4);
alter table plans add column negatives text not null default 'tone' check (negatives in ('minus', 'brackets', 'tone'));

-- How lines stand out, whether they may be edited, and the share of income they are meant to have.
alter table lines add column emphasis text not null default 'none' check (emphasis in ('none', 'soft', 'clear', 'strong'));
alter table lines add column locked integer not null default 0 check (locked in (0, 1));
alter table lines add column targetShare real;

-- Notes on single figures of lines, groups and totals.
create table figureNotes (
  planId text not null references plans (id) on delete cascade,
  id text not null,
  "of" text not null,
  month text not null,
  "text" text not null,
  primary key (planId, id)
) strict, without rowid;

-- Limits on figures, with what they say about a figure beyond them.
create table highlights (
  planId text not null references plans (id) on delete cascade,
  id text not null,
  "of" text not null,
  span text not null check (span in ('month', 'year')),
  "when" text not null check ("when" in ('below', 'above', 'between', 'overBudget')),
  low real,
  high real,
  tone text not null check (tone in ('alarm', 'caution', 'good')),
  word text not null,
  primary key (planId, id)
) strict, without rowid;

-- Calendar years whose figures are kept from editing.
create table lockedYears (
  planId text not null references plans (id) on delete cascade,
  id text not null,
  year integer not null,
  primary key (planId, id)
) strict, without rowid;
