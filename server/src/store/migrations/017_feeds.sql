-- Lines that follow a figure of another plan.
create table feeds (
  planId text not null references plans (id) on delete cascade,
  id text not null,
  line text not null,
  plan text not null,
  "of" text not null,
  source text not null,
  "by" text not null,
  lost integer not null check (lost in (0, 1)),
  primary key (planId, id)
) strict, without rowid;

create index feedsBySource on feeds (plan);
