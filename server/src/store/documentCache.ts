import { applyChanges, emptyDocument, type Document } from '@haushalt/core';
import type { LogEntry } from './log.ts';
import type { PlanStore } from './plans.ts';
import type { RowStore } from './rows.ts';

/** Keeps the documents used last, so that a command need not read the whole plan. The database has the last word. */
export class DocumentCache {
  private readonly openPlans = new Map<string, { document: Document; revision: number }>();
  private readonly plans: PlanStore;
  private readonly rows: RowStore;

  constructor(plans: PlanStore, rows: RowStore) {
    this.plans = plans;
    this.rows = rows;
  }

  get(planId: string): { document: Document; revision: number } {
    const plan = this.plans.find(planId);
    if (!plan) return { document: emptyDocument(), revision: 0 };
    const open = this.openPlans.get(planId);
    if (open?.revision === plan.revision) return open;
    const read = { document: this.rows.read(planId), revision: plan.revision };
    this.keep(planId, read);
    return read;
  }

  advance(planId: string, entry: LogEntry): void {
    const open = this.openPlans.get(planId);
    if (open?.revision !== entry.revision - 1) this.openPlans.delete(planId);
    else this.keep(planId, { document: applyChanges(open.document, entry.changes), revision: entry.revision });
  }

  private keep(planId: string, read: { document: Document; revision: number }): void {
    this.openPlans.delete(planId);
    this.openPlans.set(planId, read);
    if (this.openPlans.size > 50) this.openPlans.delete(this.openPlans.keys().next().value!);
  }
}
