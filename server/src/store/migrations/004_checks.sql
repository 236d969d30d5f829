-- Findings of checks that have been set aside, each with its reason.
create table waivedFindings (
  planId text not null references plans (id) on delete cascade,
  id text not null,
  finding text not null,
  reason text not null,
  primary key (planId, id)
) strict, without rowid;
