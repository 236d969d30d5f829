-- The ledger: what was really paid and received. `amount` counts minor units of the plan's currency, positive the way
-- the line goes. The line is none of this database's keys: a line that is deleted may come back, and its entries with it.
create table entries (
  planId text not null references plans (id) on delete cascade,
  id text not null,
  date text not null check (date glob '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]'),
  what text not null,
  line text not null,
  account text not null,
  amount integer not null,
  primary key (planId, id)
) strict, without rowid;

create index entriesByDate on entries (planId, date, id);
-- Holds all that sums by line and day are made of, in their order.
create index entriesByLine on entries (planId, line, date, amount);
