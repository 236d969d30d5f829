-- Changes of entries are commands like all others; what entries come to is kept up to date with them.

-- Entries get rows of their own, by which their words can be looked up.
create table ledgerEntries (
  row integer primary key,
  planId text not null references plans (id) on delete cascade,
  id text not null,
  date text not null check (date glob '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]'),
  what text not null,
  line text not null,
  account text not null,
  amount integer not null,
  unique (planId, id)
) strict;
insert into ledgerEntries (planId, id, date, what, line, account, amount)
  select planId, id, date, what, line, account, amount from entries order by planId, date, id;
drop table entries;
alter table ledgerEntries rename to entries;
create index entriesByDate on entries (planId, date, id);
create index entriesByLine on entries (planId, line, date, id);

-- What the entries of a line come to in a month, and how many went through an account.
create table entrySums (
  planId text not null,
  line text not null,
  month text not null,
  amount integer not null,
  count integer not null,
  primary key (planId, line, month)
) strict, without rowid;
insert into entrySums
  select planId, line, substr(date, 1, 7) as month, sum(amount), count(*) from entries group by planId, line, month;
create table entryAccounts (
  planId text not null,
  account text not null,
  count integer not null,
  primary key (planId, account)
) strict, without rowid;
insert into entryAccounts select planId, account, count(*) from entries where account <> '' group by planId, account;

-- The words of entries, by parts of three letters, so that any part of a word is found.
create virtual table entryWords using fts5(what, account, content = 'entries', content_rowid = 'row', tokenize = 'trigram');
insert into entryWords (entryWords) values ('rebuild');

create trigger entryAdded after insert on entries begin
  insert into entrySums values (new.planId, new.line, substr(new.date, 1, 7), new.amount, 1)
    on conflict do update set amount = amount + excluded.amount, count = count + 1;
  insert into entryAccounts select new.planId, new.account, 1 where new.account <> ''
    on conflict do update set count = count + 1;
  insert into entryWords (rowid, what, account) values (new.row, new.what, new.account);
end;

create trigger entryRemoved after delete on entries begin
  update entrySums set amount = amount - old.amount, count = count - 1
    where planId = old.planId and line = old.line and month = substr(old.date, 1, 7);
  delete from entrySums
    where planId = old.planId and line = old.line and month = substr(old.date, 1, 7) and count = 0;
  update entryAccounts set count = count - 1 where planId = old.planId and account = old.account;
  delete from entryAccounts where planId = old.planId and account = old.account and count = 0;
  insert into entryWords (entryWords, rowid, what, account) values ('delete', old.row, old.what, old.account);
end;
