-- A plan's years, and those of a tax schedule, begin in a month of one's choice.
alter table plans add column yearBegins integer not null default 1 check (yearBegins between 1 and 12);
alter table taxSchedules add column yearBegins integer not null default 1 check (yearBegins between 1 and 12);

-- What a line's months make of a year follows from its rule unless it is chosen otherwise: a quotient is that of the
-- year's totals, everything else adds up as it did. Also in what can still be undone and done again.
alter table lines add column rolledUp text not null default 'byRule'
  check (rolledUp in ('byRule', 'total', 'last', 'average'));
update lines set rolledUp = case rollUp when 'total' then 'byRule' else rollUp end;
alter table lines drop column rollUp;
alter table lines rename column rolledUp to rollUp;
update changeLog set changes = replace(changes, '"rollUp":"total"', '"rollUp":"byRule"')
  where instr(changes, '"rollUp":"total"') > 0;

-- What follows when a loan's rate changes, and what an extra payment lowers.
alter table loans add column atNewRate text not null default 'payment' check (atNewRate in ('payment', 'term'));
alter table loanExtras add column lowers text not null default 'term' check (lowers in ('term', 'payment'));
