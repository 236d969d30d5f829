-- The days of the month of the entries that were summed, added up: what comes once a month tells its day by it.
alter table entrySums add column days integer not null default 0;
update entrySums set days = (
  select coalesce(sum(cast(substr(date, 9) as integer)), 0) from entries
    where entries.planId = entrySums.planId and entries.line = entrySums.line and entries.account = entrySums.account
      and substr(entries.date, 1, 7) = entrySums.month and (entries.toAccount <> '') = entrySums.transfer
      and entries.date between entrySums.month || '-01' and entrySums.month || '-31');
