import type { Sqlite } from './database.ts';

/** A line that follows a figure of another plan. */
export interface Feed {
  readonly planId: string;
  readonly line: string;
  /** The plan it follows, and which figure of it. */
  readonly plan: string;
  readonly of: string;
  readonly by: string;
  readonly lost: boolean;
}

/** Describes what feeds what, across plans. */
export interface FeedStore {
  /** The lines that follow a plan. */
  linksFrom(plan: string): Feed[];
  /** All plans that are followed. */
  sources(): string[];
  /** The plans a plan follows. */
  sourcesOf(planId: string): string[];
  /** Returns whether a plan follows another, through however many. */
  reaches(planId: string, plan: string): boolean;
  /** Which plan feeds which, among those a person has a role in. */
  among(personId: string): { readonly from: string; readonly to: string }[];
}

export function createFeedStore(database: Sqlite): FeedStore {
  const linksFrom = database.prepare<[string], Omit<Feed, 'lost'> & { lost: number }>(
    `select feeds.planId, line, plan, "of", "by", lost from feeds join plans on plans.id = feeds.planId
      where plan = ? and plans.deletedAt is null order by feeds.planId, line`,
  );
  const sources = database.prepare<[], string>('select distinct plan from feeds order by plan').pluck();
  const sourcesOf = database
    .prepare<[string], string>('select distinct plan from feeds where planId = ? order by plan')
    .pluck();
  const reaches = database.prepare<[string, string], unknown>(
    `with recursive followed (id) as (
       select ? union select feeds.plan from feeds join followed on feeds.planId = followed.id)
     select 1 from followed where id = ?`,
  );
  const among = database.prepare<unknown[], { from: string; to: string }>(
    `select distinct feeds.plan as "from", feeds.planId as "to" from feeds
       join roles as target on target.planId = feeds.planId and target.personId = @person
       join roles as source on source.planId = feeds.plan and source.personId = @person
       join plans as there on there.id = feeds.plan and there.deletedAt is null
       join plans as here on here.id = feeds.planId and here.deletedAt is null`,
  );
  return {
    linksFrom: (plan) => linksFrom.all(plan).map((feed) => ({ ...feed, lost: feed.lost === 1 })),
    sources: () => sources.all(),
    sourcesOf: (planId) => sourcesOf.all(planId),
    reaches: (planId, plan) => reaches.get(planId, plan) !== undefined,
    among: (personId) => among.all({ person: personId }),
  };
}
