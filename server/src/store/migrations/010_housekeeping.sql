-- The log is kept within bounds: how large each change set is, so that nothing has to be read to know it.
alter table changeLog add column size integer not null default 0;
update changeLog set size = length(changes);

-- Only what can be undone or redone is looked for by person; what has been left behind is not in these indexes at all.
drop index changeLogByState;
create index changeLogSteps on changeLog (planId, personId, revision) where state in ('done', 'undone');
create index changeLogUndone on changeLog (planId, personId) where state = 'undone';

-- How plans stand, as the list of plans shows it: right for one revision, seen from one month.
create table standings (
  planId text primary key references plans (id) on delete cascade,
  revision integer not null,
  month text not null,
  standing text not null
) strict, without rowid;

-- A plan that is being stored in parts is not shown until all of it is there; what is left of one that was not finished
-- is taken away at the next start.
alter table plans add column incomplete integer not null default 0;
