-- A recurring entry that was changed from a day on keeps its day of the month, and what happened under its earlier id.
alter table standingEntries add column dayOfMonth integer check (dayOfMonth between 1 and 31);
alter table standingEntries add column goesOnFrom text not null default '';
