-- Charts have an axis of their own words and single months; series may be of a scenario, or projected from a year.
alter table charts add column axis text not null default '';
alter table charts add column "from" text;
alter table charts add column until text;
alter table chartSeries add column scenario text;
alter table chartSeries add column projectedFrom integer;
