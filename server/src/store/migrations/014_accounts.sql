-- Accounts are part of the plan; entries say what they did to theirs. Transfers, standing entries, assignment rules and
-- statements come with them.
create table accounts (
  planId text not null references plans (id) on delete cascade,
  id text not null,
  name text not null,
  kind text not null check (kind in ('current', 'card', 'cash', 'savings')),
  opening real not null,
  openingOn text,
  closed integer not null check (closed in (0, 1)),
  "limit" real,
  statedOn text,
  stated real,
  number text not null,
  note text not null,
  position text not null,
  primary key (planId, id)
) strict, without rowid;

create table standingEntries (
  planId text not null references plans (id) on delete cascade,
  id text not null,
  what text not null,
  line text,
  account text,
  toAccount text,
  amount real,
  rhythm text not null check (rhythm in ('week', 'month', 'year')),
  every integer not null,
  "from" text not null,
  lastDay integer not null check (lastDay in (0, 1)),
  until text,
  position text not null,
  primary key (planId, id)
) strict, without rowid;

create table standingSkips (
  planId text not null references plans (id) on delete cascade,
  id text not null,
  standing text not null,
  due text not null,
  primary key (planId, id)
) strict, without rowid;

create table assignmentRules (
  planId text not null references plans (id) on delete cascade,
  id text not null,
  condition text not null check (condition in ('contains', 'begins')),
  text text not null,
  least real,
  most real,
  account text,
  line text,
  toAccount text,
  position text not null,
  primary key (planId, id)
) strict, without rowid;

create table reconciliations (
  planId text not null references plans (id) on delete cascade,
  id text not null,
  account text not null,
  "on" text not null,
  balance real not null,
  finished text not null,
  primary key (planId, id)
) strict, without rowid;

create table statementFormats (
  planId text not null references plans (id) on delete cascade,
  id text not null,
  account text not null,
  separator text not null,
  encoding text not null,
  decimal text not null,
  dates text not null,
  heading integer,
  date text not null,
  what text not null,
  amount text not null,
  paid text not null,
  received text not null,
  reference text not null,
  balance text not null,
  primary key (planId, id)
) strict, without rowid;

alter table chartSeries add column actual integer not null default 0 check (actual in (0, 1));
alter table lines add column carryOver integer not null default 0 check (carryOver in (0, 1));

-- The accounts entries named so far, the one used most first. One that only money set aside went through is a savings
-- account.
create temp table named as
  select planId, account as name, lower(trim(account)) as key,
         'account-' || row_number() over (partition by planId order by count(*) desc, account) as id,
         printf('%04x', 16 + row_number() over (partition by planId order by count(*) desc, account)) || '8' as position,
         min(coalesce((select g.side from lines l join groups g on g.planId = l.planId and g.id = l."group"
                where l.planId = e.planId and l.id = e.line), 'expense') = 'setAside') as onlySetAside
    from entries e where trim(account) <> '' group by planId, lower(trim(account));
insert into accounts
  select planId, id, substr(trim(name), 1, 80), case when onlySetAside then 'savings' else 'current' end,
         0, null, 0, null, null, null, '', '', position from named;

create temp view sides as
  select l.planId, l.id as line, g.side from lines l join groups g on g.planId = l.planId and g.id = l."group";

drop trigger entryAdded;
drop trigger entryRemoved;
drop table entryWords;
drop table entrySums;
drop table entryAccounts;

create table ledgerEntries (
  row integer primary key,
  planId text not null references plans (id) on delete cascade,
  id text not null,
  date text not null check (date glob '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]'),
  what text not null,
  line text not null,
  account text not null,
  toAccount text not null,
  amount integer not null,
  note text not null,
  receipt text not null,
  standing text not null,
  due text not null,
  reference text not null,
  toReference text not null,
  reconciled text not null,
  toReconciled text not null,
  -- Its words without capitals and accents, by which it is found and put in order.
  plain text not null,
  unique (planId, id)
) strict;
insert into ledgerEntries
  select e.row, e.planId, e.id, e.date, e.what, e.line,
         case when n.onlySetAside and e.amount > 0 then '' else coalesce(n.id, '') end,
         case when n.onlySetAside and e.amount > 0 then n.id else '' end,
         case when s.side = 'income' then e.amount else -e.amount end,
         '', '', '', '', '', '', '', '', plainText(e.what)
    from entries e
    left join named n on n.planId = e.planId and n.key = lower(trim(e.account))
    left join sides s on s.planId = e.planId and s.line = e.line;
drop table entries;
alter table ledgerEntries rename to entries;
create index entriesByDate on entries (planId, date, id);
create index entriesByLine on entries (planId, line, date, id);
create index entriesByAccount on entries (planId, account, date, id);
create index entriesByToAccount on entries (planId, toAccount, date, id) where toAccount <> '';
create index entriesByStanding on entries (planId, standing, due) where standing <> '';

-- What the entries of a line come to in a month, by account; `received` and `paid` are parts of the amount.
create table entrySums (
  planId text not null,
  line text not null,
  account text not null,
  month text not null,
  transfer integer not null,
  amount integer not null,
  received integer not null,
  paid integer not null,
  count integer not null,
  primary key (planId, line, account, month, transfer)
) strict, without rowid;
insert into entrySums
  select planId, line, account, substr(date, 1, 7) as month, toAccount <> '', sum(amount), sum(max(amount, 0)),
         sum(max(-amount, 0)), count(*) from entries group by planId, line, account, month, toAccount <> '';
create index entrySumsByMonth on entrySums (planId, month, transfer, received, paid, count);

-- What happens to an account on a day; a transfer happens to two.
create table accountDays (
  planId text not null,
  account text not null,
  date text not null,
  amount integer not null,
  count integer not null,
  primary key (planId, account, date)
) strict, without rowid;
insert into accountDays
  select planId, account, date, sum(amount), count(*) from (
    select planId, account, date, amount from entries where account <> ''
    union all select planId, toAccount, date, -amount from entries where toAccount <> ''
  ) group by planId, account, date;

-- The words of entries, by parts of three letters, so that any part of a word is found.
create virtual table entryWords using fts5(plain, content = 'entries', content_rowid = 'row', tokenize = 'trigram');
insert into entryWords (entryWords) values ('rebuild');

-- What can still be undone and done again speaks of entries as they are now.
update changeLog set changes = (
  select json_group_array(json(
    case when json_extract(value, '$.table') = 'entries' then json_object(
      'table', 'entries', 'id', json_extract(value, '$.id'),
      'before', json(entryNow(json_extract(value, '$.before'), (select json_object('side', s.side) from sides s
         where s.planId = changeLog.planId and s.line = json_extract(value, '$.before.line')),
        (select json_object('id', n.id, 'onlySetAside', n.onlySetAside) from named n
         where n.planId = changeLog.planId and n.key = lower(trim(json_extract(value, '$.before.account')))))),
      'after', json(entryNow(json_extract(value, '$.after'), (select json_object('side', s.side) from sides s
         where s.planId = changeLog.planId and s.line = json_extract(value, '$.after.line')),
        (select json_object('id', n.id, 'onlySetAside', n.onlySetAside) from named n
         where n.planId = changeLog.planId and n.key = lower(trim(json_extract(value, '$.after.account'))))))
    ) else value end)) from json_each(changeLog.changes))
 where changes like '%"table":"entries"%';
update changeLog set size = length(changes) where size > 0;
drop view sides;
drop table named;
