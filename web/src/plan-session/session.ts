import type { Text } from '@haushalt/language';
import {
  Model,
  Snapshot,
  applyChanges,
  commandInScenario,
  decide,
  describeCommand,
  differenceBetween,
  isOfLedger,
  type Change,
  type Command,
  type Document,
  type EntryChange,
  type Refusal,
  withScenario,
} from '@haushalt/core';
import { ServerAway, ServerRefusal, newId, type Api, type Entry, type LoadedPlan, type Role } from './api.ts';
import {
  decideOrder,
  againFrom,
  historyAfter,
  isStep,
  standing,
  withPending,
  type HistoryItem,
  type Order,
  type PendingRequest,
  type RejectedCommand,
} from './orders.ts';
import { KnownPlan } from './knownPlan.ts';
import { figuresAfter, previewOf, type Preview } from './preview.ts';
import { Sending } from './sending.ts';
import {
  isSameHistory,
  isSameLedger,
  type LedgerChange,
  type PlanState,
  type SessionState,
  type Present,
} from './state.ts';
import { say, t, messageFor } from '../language/language.ts';

type SessionApi = Pick<Api, 'send' | 'plan' | 'step'>;

/** Keeps orders across reloads of the page. */
export interface PendingStore {
  read(): PendingRequest[];
  /** Says whether there was room for it. */
  add(order: PendingRequest): boolean;
  remove(id: string): void;
  /** Returns what could not be done and has not been seen to yet. */
  refused(): RejectedCommand[];
  keepRefused(refused: RejectedCommand): void;
  discard(id: string): void;
  /** Tells of what other tabs could not do, or have seen to (`null`), until that is ended. */
  watch(report: (id: string, refused: RejectedCommand | null) => void): () => void;
}

/**
 * One open plan: its document, its figures, its history, and the orders on their way to the server. Orders show at once;
 * they are sent in their order, until each is acknowledged. What the server refuses is taken out again.
 */
export class PlanSession {
  /** States what the server has, as far as it is known here. */
  private readonly known: KnownPlan;
  private pending: PendingRequest[];
  /** The document without what is only being tried. */
  private settled: Document;
  private tried: Command | null = null;
  private active: string | null = null;
  private current: SessionState;
  private shown: PlanState;
  private history: readonly HistoryItem[];
  private readonly sending: Sending;
  private readonly unwatch: () => void;
  /** States what the orders on their way change in the ledger. */
  private entriesUnderway: Map<string, readonly EntryChange[]>;
  private closed = false;
  private readonly listeners = new Set<() => void>();
  private readonly id: string;
  /** Whose plan it is opened as, and what they may do with it. */
  private readonly me: string;
  private role: Role;
  private readonly api: SessionApi;
  private readonly pendingStore: PendingStore;
  private readonly onRefusal: (message: string) => void;
  /** Told when entries have been stored, by whomever. */
  private readonly onLedger: () => void;

  constructor(
    loaded: LoadedPlan,
    api: SessionApi,
    pendingStore: PendingStore,
    onRefusal: (message: string) => void,
    onLedger: () => void = () => {},
  ) {
    this.id = loaded.id;
    this.me = loaded.person;
    this.role = loaded.role;
    this.api = api;
    this.pendingStore = pendingStore;
    this.onRefusal = onRefusal;
    this.onLedger = onLedger;
    this.known = new KnownPlan(loaded);
    this.pending = pendingStore.read();
    const shown = withPending(this.known.document, this.known.history, this.pending);
    this.history = shown.history;
    this.settled = shown.document;
    this.entriesUnderway = new Map(shown.entries);
    this.current = {
      document: shown.document,
      model: Snapshot.of(new Model(shown.document)),
      glow: null,
      scenario: null,
      base: shown.document,
      ledger: this.ledgerChanges(),
      waiting: this.canEdit ? this.pending.length : 0,
      reachable: true,
      told: null,
      refused: pendingStore.refused(),
      present: [],
      ended: null,
      ...this.steps(),
    };
    this.shown = this.current;
    // What was done before the role was lost can never be sent: whoever did it decides what becomes of it.
    if (!this.canEdit && this.pending.length > 0) this.end(t('session.nowViewer'));
    this.sending = new Sending({
      waiting: () => (this.canEdit && !this.current.ended ? this.pending : []),
      send: (orders) => api.send(this.id, orders),
      done: (entry) => {
        this.receive(entry);
        // After a gap in the revisions the plan is loaded anew; the order itself is done either way.
        this.drop(entry.commandId);
      },
      refused: (order, why, now) => {
        if (order) this.drop(order.id);
        this.rebase();
        this.refuse(order, why, now);
      },
      ended: (message) => this.end(message),
      reachable: (reachable) => this.publish({ reachable }),
    });
    this.unwatch = pendingStore.watch((id, refused) => this.showRefused(id, refused));
    void this.fetchNext();
    void this.sending.now();
  }

  get state(): SessionState {
    return this.current;
  }

  /** The plan alone: the same object until something of it changes, however its saving goes. */
  get plan(): PlanState {
    return this.shown;
  }

  /** The revision of the server's document this session knows. */
  get knownRevision(): number {
    return this.known.revision;
  }

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  /**
   * Returns whether the plan may be changed. Who may only look tries things out: what they do shows on their page, is neither sent
   * nor kept, and can be taken back.
   */
  get canEdit(): boolean {
    return this.role !== 'viewer';
  }

  /** Carries out a command: shows it at once and sends it. Returns why not, when it cannot be. */
  send(command: Command): Refusal | null {
    const resolved = this.meant(command);
    if ('refusal' in resolved) return resolved.refusal;
    const decision = decide(this.settled, resolved.command);
    if (!decision.ok) return decision.refusal;
    if (decision.changes.length > 0) this.enqueue(resolved.command, decision.changes);
    else this.tryOut(null);
    return null;
  }

  /**
   * Shows on all pages what a command would do, without doing it: until another is tried, none is, or something is done.
   * Returns why it cannot be.
   */
  tryOut(command: Command | null): Refusal | null {
    const resolved = command && this.meant(command);
    if (resolved && 'refusal' in resolved) return resolved.refusal;
    const decision = resolved && decide(this.settled, resolved.command);
    if (decision && !decision.ok) return decision.refusal;
    if (resolved === null && this.tried === null) return null;
    this.tried = resolved?.command ?? null;
    this.show(this.settled);
    return null;
  }

  /** Makes a scenario active, so that all pages show the plan as it has it and values changed go into it; or none. */
  activate(scenario: string | null): void {
    this.active = scenario;
    this.tried = null;
    this.show(this.settled);
  }

  /** Returns what a command is in the active scenario. */
  private meant(command: Command): { readonly command: Command } | { readonly refusal: Refusal } {
    if (this.active === null) return { command };
    if (command.kind !== 'figures.adjust') return commandInScenario(this.settled, this.active, command);
    // A scenario has figures where the plan has rules: it takes what the rules, raised or lowered, come to.
    const adjusted = previewOf(withScenario(this.settled, this.active), command);
    return adjusted.ok ? this.meant(figuresAfter(adjusted.model, command.cells)) : adjusted;
  }

  /** Takes the last command back; `false` when there is none. */
  undo(): Refusal | null {
    return this.step('undo', this.current.undo);
  }

  /** Takes back one command, whatever has been done since, where that still can be. */
  undoCommand(commandId: string): Refusal | null {
    return this.step(
      'undo',
      this.history.find((item) => item.commandId === commandId && item.state === 'done') ?? null,
    );
  }

  /** Takes back the last so many commands, one after the other; stops where one cannot be. */
  undoSeveral(count: number): Refusal | null {
    for (let left = count; left > 0; left--) {
      const refusal = this.undo();
      if (refusal) return refusal;
    }
    return null;
  }

  redo(): Refusal | null {
    return this.step('redo', this.current.redo);
  }

  /** Returns what a command would make of the plan, without doing it. */
  preview(command: Command): Preview {
    return previewOf(this.current.document, command);
  }

  /** Takes a change set that arrived from the server, whoever made it. */
  receive(entry: Entry): void {
    const isShown = this.isAsShown(entry);
    const taken = this.known.take(entry);
    if (taken === 'missed') return void this.reload();
    if (taken === 'next' && entry.changes.some(isOfLedger)) this.onLedger();
    const isDropped = this.drop(entry.commandId);
    if (taken === 'next' ? isShown : !isDropped) return;
    const isTold = entry.personId !== this.me && entry.person !== undefined;
    if (isTold) this.publish({ told: { revision: entry.revision, person: entry.person!, label: entry.label } });
    this.rebase(isTold ? entry.person! : null);
  }

  /** Returns whether an entry is the first of the orders on their way, done as it is shown already: the others still stand on it. */
  private isAsShown({ commandId, changes }: Entry): boolean {
    if (this.pending[0]?.id !== commandId) return false;
    const done = this.history.findLast((item) => item.commandId === commandId);
    return done !== undefined && JSON.stringify(done.changes) === JSON.stringify(changes);
  }

  /** Takes word of who has the plan open. */
  meet(present: readonly Present[]): void {
    this.publish({ present: present.filter(({ id }) => id !== this.me) });
  }

  /** Tries again at once to reach the server. */
  retryNow(): void {
    this.sending.retryNow();
  }

  close(): void {
    this.closed = true;
    this.sending.close();
    this.unwatch();
    this.listeners.clear();
  }

  private step(kind: 'undo' | 'redo', item: HistoryItem | null): Refusal | null {
    if (!item)
      return {
        code: 'conflict',
        message: messageFor(kind === 'undo' ? 'session.nothingToUndo' : 'session.nothingToRedo'),
      };
    const order = { kind, target: item.commandId } as const;
    if (item.changes === null) {
      // It was done before the page was opened: what it changed is fetched, and then taken back.
      void this.fetch(item).then(
        (isFound) => {
          const refusal = isFound && this.carryOutStep(order);
          if (refusal) this.onRefusal(say(refusal.message));
        },
        (error: unknown) => this.onRefusal(error instanceof Error ? error.message : String(error)),
      );
      return null;
    }
    return this.carryOutStep(order);
  }

  private carryOutStep(order: Extract<Order, { target: string }>): Refusal | null {
    const decision = decideOrder(this.settled, this.history, order);
    if (!decision.ok) return decision.refusal;
    this.enqueue(order, decision.changes);
    return null;
  }

  /** Fetches what a step changed; `false` when the history has gone on without it meanwhile. */
  private async fetch({ commandId }: HistoryItem): Promise<boolean> {
    const { changes } = await this.api.step(this.id, commandId);
    if (!this.history.some((item) => item.commandId === commandId)) return false;
    const filled = (items: readonly HistoryItem[]) =>
      items.map((item) => (item.commandId === commandId ? { ...item, changes } : item));
    this.known.history = filled(this.known.history);
    this.history = filled(this.history);
    this.publish({});
    return true;
  }

  /** Has the next step back at hand before it is asked for. */
  private async fetchNext(): Promise<void> {
    const { undo } = this.current;
    if (undo?.changes !== null || this.closed) return;
    await this.fetch(undo).catch(() => false);
  }

  private enqueue(order: Order, changes: readonly Change[]): void {
    const id = newId();
    this.pending = [...this.pending, { id, order }];
    if (this.canEdit && !this.pendingStore.add({ id, order })) this.onRefusal(t('session.storageFull'));
    const label = isStep(order) ? '' : describeCommand(order, this.settled);
    this.history = historyAfter(this.history, id, order, label, changes);
    this.entriesUnderway.set(id, changes.filter(isOfLedger));
    this.tried = null;
    this.show(applyChanges(this.settled, changes));
    void this.fetchNext();
    this.sending.soon();
  }

  /** Ends the plan for this page: it is not to be seen or changed any more. What was not sent stays kept until that is settled. */
  private end(message: Text): void {
    this.publish({ ended: { message, unsent: this.pending } });
  }

  /** Lets go of what cannot be sent any more, once it has been kept otherwise or is not wanted. */
  discard(): void {
    for (const { id } of this.pending) this.drop(id);
    this.publish({ ended: null });
  }

  /** Takes another role: what was to be sent cannot be any more, or what was tried is over. */
  private canDo(role: Role): void {
    const did = this.canEdit;
    this.role = role;
    if (did === this.canEdit) return;
    if (did && this.pending.length > 0) return this.end(t('session.nowViewer'));
    if (did || this.pending.length === 0) return;
    // What was tried is none of the plan; each of it can be done now, or let go of.
    const ownChanges = this.pending;
    this.pending = [];
    for (const each of standing(ownChanges)) this.refuse(each, t('session.triedAsViewer'), []);
    this.onRefusal(t('session.mayEditNow'));
  }

  /** Returns how many changes are only tried, by who may not make them. */
  get previewedCount(): number {
    return this.canEdit ? 0 : this.pending.length;
  }

  /** Takes back all that is only tried. */
  stopTrying(): void {
    if (this.canEdit) return;
    this.pending = [];
    this.rebase();
  }

  /** Keeps what was not done, with the reason, until whoever did it has seen to it; of a step only the reason is said. */
  private refuse(pending: PendingRequest | undefined, why: Text, now: RejectedCommand['now']): void {
    if (!pending || isStep(pending.order)) return this.onRefusal(say(why));
    const { id, order } = pending;
    const refused = { id, order, what: describeCommand(order, this.known.document), why, now };
    this.pendingStore.keepRefused(refused);
    this.showRefused(id, refused);
  }

  /** Shows a change that was refused, with what is said of it now; or no longer. */
  private showRefused(id: string, refused: RejectedCommand | null): void {
    const { refused: shown } = this.current;
    const index = shown.findIndex((each) => each.id === id);
    if (refused && index >= 0) return this.publish({ refused: shown.with(index, refused) });
    this.publish({ refused: [...shown.filter((each) => each.id !== id), ...(refused ? [refused] : [])] });
  }

  /** Does again what was refused, as things are now. What cannot be done now either stays, with the reason of now. */
  tryAgain(refused: RejectedCommand): void {
    const command = againFrom(refused);
    const decision = decide(this.settled, command);
    if (!decision.ok) {
      const still = { ...refused, why: decision.refusal.message };
      this.pendingStore.keepRefused(still);
      return this.showRefused(refused.id, still);
    }
    this.discardPending(refused.id);
    if (decision.changes.length > 0) this.enqueue(command, decision.changes);
  }

  /** Lets go of a change that was refused. */
  discardPending(id: string): void {
    this.pendingStore.discard(id);
    this.showRefused(id, null);
  }

  /** Loads the plan again, whatever is known of it; what has not been sent is laid over it. */
  async reload(): Promise<void> {
    try {
      const loaded = await this.api.plan(this.id);
      if (this.closed) return;
      this.known.load(loaded);
      if (loaded.role !== this.role) this.canDo(loaded.role);
      this.onLedger();
      this.rebase();
      void this.fetchNext();
    } catch (error) {
      if (error instanceof ServerRefusal && (error.status === 404 || error.status === 403)) this.end(error.text);
      else if (!(error instanceof ServerAway)) this.onRefusal(error instanceof Error ? error.message : String(error));
    }
  }

  /** Shows the server's document with the pending orders laid over it. */
  private rebase(by: string | null = null): void {
    const shown = withPending(this.known.document, this.known.history, this.pending);
    this.history = shown.history;
    this.entriesUnderway = new Map(shown.entries);
    this.show(shown.document, by);
  }

  private show(withPending: Document, by: string | null = null): void {
    this.settled = withPending;
    const preview = this.tried && decide(withPending, this.tried);
    const base = preview?.ok ? applyChanges(withPending, preview.changes) : withPending;
    const scenario = this.active === null ? null : (base.scenarios.get(this.active) ?? null);
    // A scenario that is deleted is not active any more.
    if (!scenario) this.active = null;
    const document = scenario ? withScenario(base, scenario.id) : base;
    const { model, glow } = this.current;
    const changes = differenceBetween(this.current.document, document);
    if (changes.length === 0) {
      // What the server acknowledges is known already: the plan stays the same object.
      const same = differenceBetween(this.current.base, base).length === 0;
      return this.publish({ base: same ? this.current.base : base, scenario });
    }
    const { snapshot, changed } = model.after(document, changes);
    const next =
      changed.length === 0
        ? glow
        : { stamp: (glow?.stamp ?? 0) + 1, changed: new Map(changed.map((figures) => [figures.id, figures])), by };
    this.publish({ document, base, scenario, model: snapshot, glow: next });
  }

  /** Takes an order out of those that wait, once it is done or cannot be; says whether it was among them. */
  private drop(id: string): boolean {
    this.pendingStore.remove(id);
    if (!this.pending.some((order) => order.id === id)) return false;
    this.pending = this.pending.filter((order) => order.id !== id);
    this.entriesUnderway.delete(id);
    this.publish({});
    return true;
  }

  private ledgerChanges(): LedgerChange[] {
    const underway = [...this.entriesUnderway.values()].flat().map((change) => ({ revision: null, change }));
    return [...this.known.entries, ...underway];
  }

  private steps(): Pick<SessionState, 'history' | 'undo' | 'redo'> {
    const undo = this.history.filter((item) => item.state === 'done').at(-1) ?? null;
    const redo = this.history.find((item) => item.state === 'undone') ?? null;
    return { history: this.history, undo, redo };
  }

  private publish(part: Partial<SessionState>): void {
    const before = this.current;
    const next = { ...before, ...part, waiting: this.canEdit ? this.pending.length : 0, ...this.steps() };
    // What the server acknowledges is known already: the steps stay the same objects.
    const sameSteps = isSameHistory(before.history, next.history);
    const { history, undo, redo } = sameSteps ? before : next;
    const now = this.ledgerChanges();
    const ledger = isSameLedger(before.ledger, now) ? before.ledger : now;
    this.current = { ...next, history, undo, redo, ledger };
    if (!sameSteps || PLAN_FIELDS.some((field) => this.current[field] !== before[field])) this.shown = this.current;
    for (const listener of this.listeners) listener();
  }
}

const PLAN_FIELDS = ['document', 'model', 'glow', 'scenario', 'base', 'ledger'] as const;
