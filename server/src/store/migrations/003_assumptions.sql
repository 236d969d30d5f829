-- Assumptions that are computed, that have limits, and that stand under headings.
alter table assumptions add column formula text;
alter table assumptions add column low real;
alter table assumptions add column high real;
alter table assumptions add column section text not null default '';

-- The rates groups and lines are projected with, where not at the plan's: an assumption, or a rate of their own.
alter table "groups" add column projectionRate text;
alter table "groups" add column ownRate real;
alter table lines add column projectionRate text;
alter table lines add column ownRate real;
