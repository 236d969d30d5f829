import { randomUUID } from 'node:crypto';
import { decide, type Command } from '@haushalt/core';
import type { Events } from './http/events.ts';
import type { Feed } from './store/planLinks.ts';
import type { Store } from './store/store.ts';
import { LOCAL_PERSON } from './store/people.ts';
import type { FedFigures } from './threads/tasks.ts';
import type { Work } from './threads/work.ts';

interface PlanLinkSyncOptions {
  readonly store: Store;
  readonly events: Events;
  readonly work: Work;
  readonly report: (error: unknown) => void;
}

/** Brings lines that follow other plans their figures, as those plans change. */
export class PlanLinkSync {
  private readonly options: PlanLinkSyncOptions;
  /** Plans that have changed, and whoever changed them. */
  private readonly changed = new Map<string, string>();
  private underway: Promise<void> | null = null;

  constructor(options: PlanLinkSyncOptions) {
    this.options = options;
  }

  /** Says that a plan has changed, is shown otherwise, or follows something new. */
  hasChanged(planId: string, personId: string): void {
    const { feeds } = this.options.store;
    const concerned = [planId, ...feeds.sourcesOf(planId)].filter((plan) => feeds.linksFrom(plan).length > 0);
    this.bringFrom(concerned, personId);
  }

  /** Looks at all that is followed: after a start, since the last run may have ended in between, and when roles are lost. */
  lookAtAll(): void {
    this.bringFrom(this.options.store.feeds.sources(), LOCAL_PERSON.id);
  }

  private bringFrom(concerned: readonly string[], personId: string): void {
    if (concerned.length === 0) return;
    for (const plan of concerned) this.changed.set(plan, personId);
    this.underway ??= this.feed().finally(() => (this.underway = null));
  }

  /** Resolves once all that was to be brought is there. */
  async settled(): Promise<void> {
    await this.underway;
  }

  private async feed(): Promise<void> {
    const { store, work, report } = this.options;
    for (let [next] = this.changed; next; [next] = this.changed) {
      const [plan, personId] = next;
      this.changed.delete(plan);
      try {
        const feeds = store.feeds.linksFrom(plan);
        const ids = [...new Set(feeds.map((feed) => feed.of))];
        const isThere = store.plans.find(plan)?.deletedAt === null;
        const fed = isThere ? await work.do<'fed'>({ kind: 'fed', database: store.file, planId: plan, of: ids }) : {};
        for (const feed of feeds) await this.bring(feed, fed[feed.of], personId);
      } catch (error) {
        report(error);
      }
    }
  }

  private async bring(
    { planId, line, plan, by, lost }: Feed,
    figures: FedFigures | undefined,
    personId: string,
  ): Promise<void> {
    const { store, events } = this.options;
    const isShown = figures !== undefined && store.plans.roleOf(plan, by) !== undefined;
    if (!isShown && lost) return;
    const command: Command = isShown ? { kind: 'line.fed', line, ...figures } : { kind: 'line.feedLost', line };
    const decision = decide(store.document(planId).document, command);
    if (!decision.ok || decision.changes.length === 0) return;
    const outcome = await store.carryOutInParts(planId, personId, randomUUID(), command);
    if (!outcome.ok) return;
    events.publish(planId, outcome.entry, store.people.find(personId) ?? { id: personId, name: '' });
    this.changed.set(planId, personId);
  }
}
