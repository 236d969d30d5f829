import { english } from '../../../core/src/testing/english.ts';
import fc from 'fast-check';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import {
  Model,
  applyChanges,
  differenceBetween,
  figuresOf,
  givenOf,
  toMonth,
  type Command,
  type Document,
  entryOf,
} from '@haushalt/core';
import { sketch } from '../../../core/src/testing/plans.ts';
import { runs } from '../../../core/src/testing/setup.ts';
import { ServerAway, ServerRefusal, type Answer, type Entry, type LoadedPlan } from './api.ts';
import {
  againFrom,
  decideOrder,
  historyAfter,
  isStep,
  type HistoryItem,
  type Order,
  type PendingRequest,
  type RejectedCommand,
} from './orders.ts';
import { pendingInBrowser } from './pending.ts';
import { PlanSession } from './session.ts';

const MARCH = toMonth('2026-03');
const start = sketch({ lines: { Income: { Pay: 2000 }, Costs: { Rent: 800, Heating: 90 } } });
const idOf = (name: string) => [...start.lines.values()].find((line) => line.name === name)!.id;
const setRent = (figure: number): Command => ({
  kind: 'line.setFigure',
  line: idOf('Rent'),
  month: MARCH,
  reach: 'month',
  figure,
});

/** A server in miniature: takes orders one after the other, and can be away or say no. */
class FakeServer {
  document: Document = start;
  revision = 0;
  history: HistoryItem[] = [];
  entries: Entry[] = [];
  away = false;
  /** Loses the answer to the next order it carries out. */
  losesAnswer = false;
  refusal: ServerRefusal | null = null;
  /** States how many orders were in each request, and how many of them there is time for. */
  requests: number[] = [];
  atOnce = 100;
  /** Orders it fails at, time and again. */
  fails: ((order: Order) => boolean) | null = null;

  load(): LoadedPlan {
    const history = this.entries.filter((entry) => entry.state !== null);
    return { id: 'p', revision: this.revision, document: this.document, history, role: 'owner', person: 'me' };
  }

  plan = () => Promise.resolve(this.load());

  step = (_plan: string, commandId: string) =>
    this.away
      ? Promise.reject(new ServerAway())
      : Promise.resolve(this.entries.find((entry) => entry.commandId === commandId)!);

  send = async (_plan: string, orders: readonly PendingRequest[]): Promise<Answer[]> => {
    await Promise.resolve();
    if (this.away) throw new ServerAway();
    if (this.refusal) throw this.refusal;
    this.requests.push(orders.length);
    const answers: Answer[] = [];
    for (const { id, order } of orders.slice(0, this.atOnce)) {
      if (this.fails?.(order)) {
        if (answers.length === 0) throw new ServerAway('Something went wrong.', true);
        break;
      }
      answers.push(this.answer(id, order));
    }
    if (this.losesAnswer) {
      this.losesAnswer = false;
      throw new ServerAway();
    }
    return answers;
  };

  private answer(commandId: string, order: Order): Answer {
    try {
      return this.entries.find((entry) => entry.commandId === commandId) ?? this.carryOut(commandId, order);
    } catch (error) {
      return error as ServerRefusal;
    }
  }

  carryOut(commandId: string, order: Order): Entry {
    const decision = decideOrder(this.document, this.history, order);
    if (!decision.ok) throw new ServerRefusal(409, english(decision.refusal.message));
    this.document = applyChanges(this.document, decision.changes);
    this.history = historyAfter(this.history, commandId, order, '', decision.changes);
    const target = isStep(order) ? order.target : null;
    const entry: Entry = {
      revision: ++this.revision,
      commandId,
      kind: order.kind,
      label: `entry ${this.revision}`,
      target,
      state: target === null ? 'done' : null,
      changes: decision.changes,
      personId: 'me',
    };
    this.entries.push(entry);
    return entry;
  }
}

let server: FakeServer;
let refusals: string[];
let kept: readonly PendingRequest[];
let keptRefusals: readonly RejectedCommand[];
/** True when the browser has no room for what is to be kept. */
let isFull: boolean;
const store = {
  read: () => [...kept],
  add: (order: PendingRequest) => {
    if (!isFull) kept = [...kept, order];
    return !isFull;
  },
  remove: (id: string) => void (kept = kept.filter((order) => order.id !== id)),
  refused: () => [...keptRefusals],
  keepRefused: (refused: RejectedCommand) =>
    void (keptRefusals = [...keptRefusals.filter(({ id }) => id !== refused.id), refused]),
  discard: (id: string) => void (keptRefusals = keptRefusals.filter((refused) => refused.id !== id)),
  watch: () => () => {},
};
/** Returns what could not be made, and why, as it is shown. */
const refusedIn = (session: PlanSession) =>
  session.state.refused.map(({ what, why }) => `${english(what)}: ${english(why)}`);
const open = () => new PlanSession(server.load(), server, store, (message) => refusals.push(message));
const rent = (session: PlanSession) => figuresOf(session.state.model.seriesOf(idOf('Rent'))!)[2];
const rentAtServer = () => [...server.document.exceptions.values()].find((row) => row.line === idOf('Rent'))?.amount;
const settle = () => vi.advanceTimersByTimeAsync(20_000);

beforeEach(() => {
  vi.useFakeTimers();
  server = new FakeServer();
  refusals = [];
  kept = [];
  keptRefusals = [];
  isFull = false;
});

afterEach(() => vi.useRealTimers());

describe('an open plan', () => {
  it('shows an edit at once and has it saved soon', async () => {
    const session = open();
    expect(session.send(setRent(900))).toBeNull();
    expect(rent(session)).toBe(900);
    expect(session.state.waiting).toBe(1);
    await settle();
    expect(session.state.waiting).toBe(0);
    expect(rentAtServer()).toBe(900);
    expect(session.knownRevision).toBe(1);
  });

  it('raises a block in a scenario to figures of its own, from what the scenario has', async () => {
    const session = open();
    session.send({
      kind: 'line.setFormula',
      line: idOf('Heating'),
      month: MARCH,
      reach: 'every',
      formula: 'Rent / 10',
    });
    session.send({ kind: 'scenario.set', id: 's', name: 'Dearer' });
    session.activate('s');
    session.send(setRent(1000));
    const cells = ['Rent', 'Heating'].flatMap((name) =>
      ['2026-03', '2026-04'].map((month) => ({ line: idOf(name), month: toMonth(month) })),
    );
    const raise = (factor: number) =>
      session.send({ kind: 'figures.adjust', cells, by: { kind: 'factor', factor, notBelowZero: false } });
    expect(raise(1.1)).toBeNull();
    const figures = (name: string) => figuresOf(session.state.model.seriesOf(idOf(name))!).slice(1, 5);
    expect(figures('Rent')).toEqual([800, 1100, 880, 800]);
    // Heating follows the raised rent, and is raised besides.
    expect(figures('Heating')).toEqual([80, 121, 96.8, 80]);
    session.undo();
    expect(figures('Rent')).toEqual([800, 1000, 800, 800]);
    session.redo();
    session.activate(null);
    expect(figures('Rent')).toEqual([800, 800, 800, 800]);
    session.send({ kind: 'year.lock', year: 2026, locked: true });
    session.activate('s');
    expect(raise(1.1)?.code).toBe('locked');
    await settle();
    expect(refusals).toEqual([]);
  });

  it('says which figures an edit changed, and which not', () => {
    const session = open();
    const before = session.state.model;
    const exceptions = before.exceptionsOf(idOf('Heating'));
    session.send(setRent(900));
    const { glow, model } = session.state;
    expect(glow!.changed.get(idOf('Rent'))).toEqual({ id: idOf('Rent'), from: 2, to: 3 });
    expect(glow!.changed.has('@net')).toBe(true);
    expect(glow!.changed.has(idOf('Heating'))).toBe(false);
    // What has changed is another object, what has not is the same; what was before stays as it was.
    expect(model.seriesOf(idOf('Rent'))).not.toBe(before.seriesOf(idOf('Rent')));
    expect(model.seriesOf(idOf('Heating'))).toBe(before.seriesOf(idOf('Heating')));
    expect(model.exceptionsOf(idOf('Heating'))).toBe(exceptions);
    expect([before, model].map((each) => each.seriesOf(idOf('Rent'))!.valueAt(2))).toEqual([800, 900]);
  });

  it('is the same plan while it is being saved, and another with the next edit', async () => {
    const session = open();
    session.send(setRent(900));
    const { plan } = session;
    await settle();
    expect(session.state.waiting).toBe(0);
    expect(session.plan).toBe(plan);
    session.send(setRent(901));
    expect(session.plan).not.toBe(plan);
    session.undo();
    expect(session.plan.redo).not.toBeNull();
  });

  it('refuses on the spot what cannot be, and sends nothing', async () => {
    const session = open();
    const refusal = session.send({ kind: 'line.set', line: idOf('Rent'), settings: { name: 'Heating' } });
    expect(english(refusal!.message)).toContain('already a line named Heating');
    await settle();
    expect(server.entries).toEqual([]);
  });

  it('sends nothing for an edit that changes nothing', async () => {
    const session = open();
    expect(session.send({ kind: 'line.clearException', line: idOf('Rent'), month: MARCH })).toBeNull();
    await settle();
    expect(server.entries).toEqual([]);
    expect(session.state.undo).toBeNull();
  });

  it('tells listeners of every change, until they leave', () => {
    const session = open();
    const heard = vi.fn();
    const leave = session.subscribe(heard);
    session.send(setRent(1));
    expect(heard).toHaveBeenCalled();
    const before = heard.mock.calls.length;
    leave();
    session.send(setRent(2));
    expect(heard.mock.calls.length).toBe(before);
  });
});

describe('while the server is away', () => {
  it('edits wait, in order, and are sent once when it is back', async () => {
    const session = open();
    server.away = true;
    for (const figure of [1, 2, 3]) session.send(setRent(figure));
    await settle();
    expect(session.state).toMatchObject({ reachable: false, waiting: 3 });
    expect(rent(session)).toBe(3);
    server.away = false;
    await settle();
    expect(session.state).toMatchObject({ reachable: true, waiting: 0 });
    expect(server.entries.map((entry) => entry.changes[0]!.after)).toMatchObject([
      { amount: 1 },
      { amount: 2 },
      { amount: 3 },
    ]);
  });

  it('edits that wait go together; what there was no time for goes again', async () => {
    const session = open();
    server.away = true;
    for (let figure = 1; figure <= 250; figure++) session.send(setRent(figure));
    await settle();
    server.away = false;
    server.atOnce = 60;
    server.requests = [];
    session.retryNow();
    await settle();
    expect(server.requests).toEqual([100, 100, 100, 70, 10]);
    expect([server.revision, session.state.waiting, rentAtServer()]).toEqual([250, 0, 250]);
  });

  it('a large edit goes by itself', async () => {
    const session = open();
    server.away = true;
    const after = givenOf(entryOf('e', { date: '2026-03-01', what: 'x'.repeat(100), line: idOf('Rent'), account: '', amount: -1 })); // prettier-ignore
    const statement = (name: string): Command => ({
      kind: 'entries.set',
      entries: Array.from({ length: 4000 }, (_, index) => ({ entry: `${name}${index}`, before: null, after })),
    });
    for (const name of ['May', 'June']) session.send(statement(name));
    session.send(setRent(7));
    server.away = false;
    await settle();
    expect(server.requests).toEqual([1, 2]);
  });

  it('an answer that was lost does not make an edit happen twice', async () => {
    const session = open();
    server.losesAnswer = true;
    session.send({ kind: 'line.duplicate', line: idOf('Rent'), id: 'copy' });
    await settle();
    expect(server.entries).toHaveLength(1);
    expect(session.state.waiting).toBe(0);
    expect([...session.state.document.lines.values()].filter((line) => line.name.startsWith('Rent'))).toHaveLength(2);
  });

  it('edits outlive the page', async () => {
    server.away = true;
    const session = open();
    session.send(setRent(7));
    session.close();
    expect(kept).toHaveLength(1);
    server.away = false;
    const again = open();
    expect(rent(again)).toBe(7);
    await settle();
    expect(rentAtServer()).toBe(7);
    expect(kept).toHaveLength(0);
  });

  it('even undo waits in line', async () => {
    server.away = true;
    const session = open();
    session.send(setRent(7));
    session.undo();
    expect(rent(session)).toBe(800);
    expect(session.state.waiting).toBe(2);
    server.away = false;
    await settle();
    expect(server.entries.map((entry) => entry.kind)).toEqual(['line.setFigure', 'undo']);
    expect(session.state.redo).not.toBeNull();
  });
});

describe('what the server refuses', () => {
  it('is taken out and said; what came after it stays', async () => {
    const session = open();
    server.away = true;
    session.send(setRent(7));
    session.send({ kind: 'line.setFigure', line: idOf('Heating'), month: MARCH, reach: 'month', figure: 50 });
    await settle();
    server.away = false;
    server.refusal = new ServerRefusal(409, 'This line is no longer in the plan.');
    await vi.advanceTimersByTimeAsync(5000);
    server.refusal = null;
    await settle();
    expect(refusedIn(session)[0]).toBe('Rent in March 2026: 7.00: This line is no longer in the plan.');
    expect(rent(session)).toBe(800);
    expect(session.state.waiting).toBe(0);
  });

  it('is kept until it is tried again or let go, also when the page is opened anew', async () => {
    let session = open();
    server.refusal = new ServerRefusal(409, 'Somebody was faster.');
    session.send(setRent(7));
    session.send(setRent(8));
    await settle();
    server.refusal = null;
    session.close();
    session = open();
    expect(refusedIn(session)).toEqual([
      'Rent in March 2026: 7.00: Somebody was faster.',
      'Rent in March 2026: 8.00: Somebody was faster.',
    ]);
    const [first, second] = session.state.refused;
    session.discardPending(second!.id);
    session.tryAgain(first!);
    expect([rent(session), session.state.refused, keptRefusals]).toEqual([7, [], []]);
    await settle();
    expect(rentAtServer()).toBe(7);
  });

  it('is seen to in one tab for all of them', async () => {
    const [storage, tabs] = [new MemoryStorage(), new EventTarget()];
    const openTab = () =>
      new PlanSession(server.load(), server, pendingInBrowser('p', storage, tabs), (message) => refusals.push(message));
    const [one, other] = [openTab(), openTab()];
    /** Tells the other tab what has become of a key, as a browser does. */
    const tellOther = (id: string) => {
      const key = `haushalt:refused:p:${id}`;
      tabs.dispatchEvent(Object.assign(new Event('storage'), { key, newValue: storage.getItem(key), storageArea: storage })); // prettier-ignore
    };
    server.refusal = new ServerRefusal(409, 'Somebody was faster.');
    one.send(setRent(7));
    await settle();
    server.refusal = null;
    const [refused] = one.state.refused;
    tellOther(refused!.id);
    expect(other.state.refused).toEqual([refused]);
    other.discardPending(refused!.id);
    tellOther(refused!.id);
    expect([one.state.refused, other.state.refused, storage.length]).toEqual([[], [], 0]);
    one.close();
    other.close();
  });

  it('stays with the reason of now while it still cannot be', async () => {
    const session = open();
    server.refusal = new ServerRefusal(409, 'Somebody was faster.');
    session.send(setRent(7));
    await settle();
    server.refusal = null;
    session.send({ kind: 'line.delete', line: idOf('Rent') });
    session.tryAgain(session.state.refused[0]!);
    expect(refusedIn(session)[0]).toMatch(/no longer in the plan/);
    expect(keptRefusals).toEqual(session.state.refused);
  });

  it('of entries is tried again from what these are now', () => {
    const given = { date: '2026-03-04', amount: -4250, line: idOf('Rent') };
    const edit = { entry: 'e1', before: given, after: { ...given, amount: -4500 } };
    const order = { kind: 'entries.set', entries: [edit, { ...edit, entry: 'e2', after: null }] } as const;
    const now = [
      { entry: 'e1', now: { ...given, amount: -4400 } },
      { entry: 'e2', now: null },
    ];
    expect(againFrom({ id: 'r', order, what: '', why: '', now })).toEqual({
      ...order,
      entries: [{ ...edit, before: { ...given, amount: -4400 } }],
    });
  });
});

describe('history', () => {
  it('goes back and forth, and new work leaves the undone behind', async () => {
    const session = open();
    session.send(setRent(1));
    session.send(setRent(2));
    session.undo();
    expect([rent(session), session.state.undo?.label, session.state.redo?.label]).toEqual([
      1,
      'Rent in March 2026: 1.00',
      'Rent in March 2026: 2.00',
    ]);
    session.redo();
    expect(rent(session)).toBe(2);
    session.undo();
    session.send(setRent(3));
    expect(session.state.redo).toBeNull();
    session.undo();
    session.undo();
    expect([rent(session), session.state.undo]).toEqual([800, null]);
    expect(english(session.undo()!.message)).toBe('There is nothing to undo.');
    await settle();
    expect(rentAtServer()).toBeUndefined();
  });

  it('takes one command back, whatever has been done since', async () => {
    const session = open();
    session.send(setRent(1));
    const { commandId } = session.state.undo!;
    session.send({ kind: 'line.set', line: idOf('Pay'), settings: { note: 'Later.' } });
    expect(session.undoCommand(commandId)).toBeNull();
    expect([rent(session), session.state.document.lines.get(idOf('Pay'))!.note]).toEqual([800, 'Later.']);
    expect(english(session.undoCommand(commandId)!.message)).toBe('There is nothing to undo.');
    await settle();
    expect(rentAtServer()).toBeUndefined();
  });

  it('is there again after a reload', async () => {
    const session = open();
    session.send(setRent(1));
    await settle();
    session.close();
    const again = open();
    again.undo();
    await settle();
    expect(rent(again)).toBe(800);
  });
});

describe('entries of the ledger', () => {
  const shop = { date: '2026-03-14', what: 'Shop', line: idOf('Rent'), amount: -4250 };
  const enter = (session: PlanSession, entry: string) =>
    session.send({ kind: 'entries.set', entries: [{ entry, before: null, after: shop }] });
  const ledgerOf = (session: PlanSession) => session.state.ledger.map(({ revision, change }) => [change.id, revision]);

  it('count while they are on their way, and by their revision once they are stored', async () => {
    const session = open();
    server.away = true;
    expect(enter(session, 'e1')).toBeNull();
    expect(ledgerOf(session)).toEqual([['e1', null]]);
    session.undo();
    expect(session.state.ledger.map(({ change }) => change.after)).toEqual([entryOf('e1', shop), null]);
    session.redo();
    server.away = false;
    await settle();
    expect(ledgerOf(session)).toEqual([['e1', 1], ['e1', 2], ['e1', 3]]); // prettier-ignore
    expect(refusals).toEqual([]);
  });

  it('are asked for anew when the plan is, since others may have come between', async () => {
    let calls = 0;
    const session = new PlanSession(
      server.load(),
      server,
      store,
      (message) => refusals.push(message),
      () => calls++,
    );
    enter(session, 'e1');
    await settle();
    expect([ledgerOf(session), calls]).toEqual([[['e1', 1]], 1]);
    await session.reload();
    expect([ledgerOf(session), calls]).toEqual([[], 2]);
  });
});

describe('changes of others', () => {
  it('are shown under the edits still waiting', async () => {
    const session = open();
    server.away = true;
    session.send(setRent(7));
    const entry = server.carryOut('other', {
      kind: 'line.setFigure',
      line: idOf('Pay'),
      month: MARCH,
      reach: 'month',
      figure: 5,
    });
    session.receive(entry);
    expect(rent(session)).toBe(7);
    expect(figuresOf(session.state.model.seriesOf(idOf('Pay'))!)[2]).toBe(5);
    server.away = false;
    await settle();
    expect(server.revision).toBe(2);
    expect(session.knownRevision).toBe(2);
  });

  it('are taken once, whichever way they arrive', async () => {
    const session = open();
    session.send(setRent(7));
    await settle();
    session.receive(server.entries[0]!);
    session.receive(server.entries[0]!);
    expect(session.knownRevision).toBe(1);
    expect(session.state.undo).not.toBeNull();
  });

  it('that were missed make the plan be fetched again', async () => {
    const session = open();
    server.carryOut('a', setRent(1));
    const second = server.carryOut('b', setRent(2));
    session.receive(second);
    await settle();
    expect(session.knownRevision).toBe(2);
    expect(rent(session)).toBe(2);
  });
});

describe('a preview', () => {
  it('shows what would be, and changes nothing', () => {
    const session = open();
    const preview = session.preview(setRent(1));
    expect(preview.ok && figuresOf(preview.model.seriesOf('@net')!)[2]).toBe(1909);
    expect(rent(session)).toBe(800);
    expect(
      session.preview({ kind: 'line.setFormula', line: idOf('Rent'), month: MARCH, reach: 'every', formula: 'Rent' }),
    ).toMatchObject({ ok: false });
  });
});

describe('trying out', () => {
  it('shows what a command would do, sends nothing, and can be ended', async () => {
    const session = open();
    expect(session.tryOut(setRent(900))).toBeNull();
    expect(rent(session)).toBe(900);
    session.tryOut(setRent(950));
    expect(rent(session)).toBe(950);
    expect(session.state).toMatchObject({ waiting: 0, undo: null });
    session.tryOut(null);
    expect(rent(session)).toBe(800);
    await settle();
    expect(server.revision).toBe(0);
  });

  it('says why something cannot be tried, and goes on showing what was', () => {
    const session = open();
    session.tryOut(setRent(900));
    const circle = {
      kind: 'line.setFormula',
      line: idOf('Rent'),
      month: MARCH,
      reach: 'every',
      formula: 'Rent',
    } as const;
    expect(session.tryOut(circle)).toMatchObject({ code: 'invalid' });
    expect(rent(session)).toBe(900);
  });

  it('ends with what is done, which does not build on it', async () => {
    const session = open();
    session.tryOut(setRent(900));
    session.send({ kind: 'line.set', line: idOf('Heating'), settings: { note: 'warm' } });
    expect(rent(session)).toBe(800);
    session.tryOut(setRent(900));
    session.send(setRent(900));
    await settle();
    expect(rentAtServer()).toBe(900);
    session.undo();
    expect(rent(session)).toBe(800);
  });

  it('lies over the changes of others that arrive meanwhile', async () => {
    const session = open();
    session.tryOut(setRent(900));
    const heating = { ...setRent(70), line: idOf('Heating') } as Command;
    session.receive(server.carryOut('other', heating));
    await settle();
    expect(rent(session)).toBe(900);
    expect(figuresOf(session.state.model.seriesOf(idOf('Heating'))!)[2]).toBe(70);
    session.tryOut(null);
    expect(rent(session)).toBe(800);
  });
});

describe('orders on their way', () => {
  it('given in an earlier version of the program are read as they are called today', () => {
    const storage = new MemoryStorage();
    const former = { id: 'o1', order: { kind: 'pot.set', pot: 'kitchen', settings: { deposit: '20' } }, at: 1 };
    storage.setItem('haushalt:order:p:o1', JSON.stringify(former));
    expect(pendingInBrowser('p', storage, new EventTarget()).read()).toEqual([
      { id: 'o1', order: { kind: 'fund.set', fund: 'kitchen', settings: { deposit: '20' } } },
    ]);
  });

  it('of two tabs of one plan are all sent, and none twice', async () => {
    server.away = true;
    const storage = new MemoryStorage();
    const tab = () =>
      new PlanSession(server.load(), server, pendingInBrowser('p', storage, new EventTarget()), (message) =>
        refusals.push(message),
      );
    const [first, second] = [tab(), tab()];
    first.send(setRent(900));
    second.send({ ...setRent(1000), month: toMonth('2026-05') } as Command);
    first.close();
    second.close();
    server.away = false;
    const [third, fourth] = [tab(), tab()];
    expect(third.state.waiting).toBe(2);
    await settle();
    expect(server.entries).toHaveLength(2);
    expect([...server.document.exceptions.values()].map(({ amount }) => amount).sort()).toEqual([1000, 900]);
    expect([storage.length, third.state.waiting, fourth.state.waiting]).toEqual([0, 0, 0]);
  });

  it('go on being shown and sent when the browser has no room to keep them', async () => {
    isFull = true;
    const session = open();
    session.send(setRent(900));
    expect(rent(session)).toBe(900);
    expect(refusals).toEqual([expect.stringContaining('storage is full')]);
    await settle();
    expect(rentAtServer()).toBe(900);
  });

  it('wait while the server fails, and are done when it no longer does', async () => {
    const session = open();
    let left = 2;
    server.fails = () => left-- > 0;
    session.send(setRent(900));
    await settle();
    expect([rentAtServer(), session.state.waiting, refusals]).toEqual([900, 0, []]);
  });

  it('the server fails at again and again do not hold up the others', async () => {
    const session = open();
    server.fails = (order) => order.kind === 'line.setFigure';
    session.send(setRent(900));
    session.send({ kind: 'line.set', line: idOf('Pay'), settings: { note: 'Kept.' } });
    await settle();
    await settle();
    expect(server.document.lines.get(idOf('Pay'))!.note).toBe('Kept.');
    expect(rent(session)).toBe(800);
    expect(refusedIn(session)).toEqual([expect.stringMatching(/^Rent in March 2026: 900.00: .*tried 5 times/)]);
  });

  it('follow a database that has been put back to an older revision', async () => {
    const session = open();
    session.send(setRent(900));
    session.send(setRent(950));
    await settle();
    expect(session.knownRevision).toBe(2);
    // A copy from before both is put back, and someone else goes on from it.
    server.document = start;
    server.revision = 0;
    server.entries = [];
    server.history = [];
    session.receive(server.carryOut('other', { ...setRent(700), month: toMonth('2026-07') } as Command));
    await settle();
    expect(session.knownRevision).toBe(1);
    expect(rent(session)).toBe(800);
    session.send(setRent(1000));
    await settle();
    expect([...server.document.exceptions.values()].find(({ month }) => month === MARCH)?.amount).toBe(1000);
  });

  it('undo what was done before the page was opened, once what it changed has arrived', async () => {
    server.carryOut('earlier', setRent(900));
    server.carryOut('later', setRent(950));
    const session = open();
    expect(session.state.undo!.changes).toBeNull();
    expect(session.undo()).toBeNull();
    await settle();
    expect([rent(session), rentAtServer()]).toEqual([900, 900]);
    expect(session.undo()).toBeNull();
    await settle();
    expect([rent(session), rentAtServer()]).toEqual([800, undefined]);
    expect(refusals).toEqual([]);
  });
});

/** A browser's storage, in memory. */
class MemoryStorage implements Storage {
  private readonly items = new Map<string, string>();
  get length() {
    return this.items.size;
  }
  clear = () => this.items.clear();
  getItem = (key: string) => this.items.get(key) ?? null;
  key = (index: number) => [...this.items.keys()][index] ?? null;
  removeItem = (key: string) => void this.items.delete(key);
  setItem = (key: string, value: string) => void this.items.set(key, value);
}

describe('a plan several people have', () => {
  /** Somebody else changes the rent; gives the entry as an event brings it. */
  const other = (figure: number): Entry => ({
    ...server.carryOut(`other-${figure}`, setRent(figure)),
    personId: 'kofi',
    person: 'Kofi',
  });

  it('shows what others do, says who it was, and offers nobody’s steps but one’s own to undo', async () => {
    const session = open();
    session.send({ kind: 'line.set', line: idOf('Heating'), settings: { name: 'Warmth' } });
    await settle();
    session.receive(other(950));
    expect(rent(session)).toBe(950);
    expect(session.state.told).toEqual({ revision: 2, person: 'Kofi', label: 'entry 2' });
    expect(session.state.glow?.by).toBe('Kofi');
    expect(session.state.history).toHaveLength(1);
    expect(session.undo()).toBeNull();
    await settle();
    expect(rent(session)).toBe(950);
    session.send(setRent(960));
    expect(session.state.glow?.by).toBeNull();
  });

  it('keeps what was done while nobody is signed in, until somebody is', async () => {
    const session = open();
    server.refusal = new ServerRefusal(401, 'Sign in first.');
    session.send(setRent(900));
    await settle();
    expect([kept.length, session.state.waiting, rent(session), refusals]).toEqual([1, 1, 900, []]);
    server.refusal = null;
    session.retryNow();
    await settle();
    expect([kept.length, rentAtServer()]).toEqual([0, 900]);
  });

  it('that may not be changed any more ends, with what was not sent, until that is let go', async () => {
    const session = open();
    server.refusal = new ServerRefusal(403, 'You are a viewer of this plan and cannot change it.');
    session.send(setRent(900));
    session.send(setRent(910));
    await settle();
    expect(session.state.ended).toMatchObject({ message: 'You are a viewer of this plan and cannot change it.' });
    expect(session.state.ended!.unsent).toHaveLength(2);
    expect(kept).toHaveLength(2);
    session.discard();
    expect([session.state.ended, kept]).toEqual([null, []]);
  });

  it('that one may only look at can be tried out: nothing is sent or kept, all of it is taken back', async () => {
    const session = new PlanSession({ ...server.load(), role: 'viewer' }, server, store, (message) => refusals.push(message)); // prettier-ignore
    expect(session.canEdit).toBe(false);
    expect(session.send(setRent(900))).toBeNull();
    expect([rent(session), session.previewedCount, session.state.waiting]).toEqual([900, 1, 0]);
    session.receive(other(950));
    expect(rent(session)).toBe(900);
    await settle();
    expect([server.revision, kept]).toEqual([1, []]);
    expect(session.undo()).toBeNull();
    expect(rent(session)).toBe(950);
    session.send(setRent(1));
    session.stopTrying();
    expect([rent(session), session.previewedCount]).toEqual([950, 0]);
  });

  it('that one may change from now on keeps what was tried, to be done or let go of', async () => {
    const session = new PlanSession({ ...server.load(), role: 'viewer' }, server, store, (message) => refusals.push(message)); // prettier-ignore
    session.send(setRent(900));
    session.undo();
    session.send(setRent(910));
    await session.reload();
    expect([session.canEdit, session.previewedCount, rent(session)]).toEqual([true, 0, 800]);
    expect(refusals).toEqual(['You can edit this plan now. Apply or discard the changes you tried as a viewer.']);
    const [kept] = session.state.refused;
    expect(english(kept!.why)).toBe('You tried this as a viewer. Try it again to add it to the plan.');
    session.tryAgain(kept!);
    await settle();
    expect([rent(session), session.state.refused]).toEqual([910, []]);
    expect(server.revision).toBe(1);
  });

  it('says together what could not be done after a time away, and not one by one', async () => {
    const session = open();
    server.away = true;
    for (const name of ['Rent', 'Heating'])
      session.send({ kind: 'line.setFigure', line: idOf(name), month: MARCH, reach: 'month', figure: 5 });
    session.send({ kind: 'line.set', line: idOf('Pay'), settings: { name: 'Wage' } });
    await vi.advanceTimersByTimeAsync(3_600_000);
    expect(session.state.waiting).toBe(3);
    for (const name of ['Rent', 'Heating']) server.carryOut(`gone-${name}`, { kind: 'line.delete', line: idOf(name) });
    server.away = false;
    session.retryNow();
    await settle();
    expect(session.state.refused).toHaveLength(2);
    expect([...server.document.lines.values()].map(({ name }) => name)).toEqual(['Wage']);
  });
});

describe('whatever happens to the server, its answers and the tabs', () => {
  const happening = fc.oneof(
    { weight: 4, arbitrary: fc.record({ kind: fc.constant('edit' as const), tab: fc.nat(1) }) },
    fc.record({ kind: fc.constantFrom('away' as const, 'back' as const, 'losesAnswer' as const, 'time' as const) }),
    fc.record({ kind: fc.constant('hurries' as const), atOnce: fc.integer({ min: 1, max: 3 }) }),
    fc.record({ kind: fc.constantFrom('reopen' as const, 'hears' as const, 'undo' as const), tab: fc.nat(1) }),
  );

  it('every edit is done once, each tab shows what the server has, and nothing is left waiting', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(happening, { maxLength: 40 }), async (happenings) => {
        server = new FakeServer();
        refusals = [];
        const storage = new MemoryStorage();
        const openTab = () =>
          new PlanSession(server.load(), server, pendingInBrowser('p', storage, new EventTarget()), (message) =>
            refusals.push(message),
          );
        const tabs = [openTab(), openTab()];
        const given: string[] = [];
        const hears = (tab: PlanSession) =>
          server.entries.filter(({ revision }) => revision > tab.knownRevision).forEach((entry) => tab.receive(entry));
        for (const [nth, each] of happenings.entries()) {
          const tab = 'tab' in each ? tabs[each.tab]! : tabs[0]!;
          if (each.kind === 'edit') {
            expect(tab.send({ kind: 'line.add', id: `line-${nth}`, group: [...start.groups.keys()][0]!, name: `Line ${nth}`, unit: 'money', before: null })).toBeNull(); // prettier-ignore
            expect(tab.state.document.lines.has(`line-${nth}`)).toBe(true);
            given.push(`line-${nth}`);
          } else if (each.kind === 'reopen') {
            tab.close();
            tabs[each.tab] = openTab();
          } else if (each.kind === 'undo') tab.undo();
          else if (each.kind === 'hears') hears(tab);
          else if (each.kind === 'hurries') server.atOnce = each.atOnce;
          else if (each.kind === 'losesAnswer') server.losesAnswer = true;
          else if (each.kind === 'time') await vi.advanceTimersByTimeAsync(100);
          else server.away = each.kind === 'away';
        }
        server.away = server.losesAnswer = false;
        await settle();
        tabs.forEach(hears);
        await settle();

        const done = server.entries.filter(({ kind }) => kind === 'line.add').map(({ changes }) => changes[0]!.id);
        expect([...done].sort()).toEqual([...given].sort());
        expect(tabs.flatMap(({ state }) => state.refused)).toEqual([]);
        expect(storage.length).toBe(0);
        for (const tab of tabs) {
          expect(tab.state.waiting).toBe(0);
          expect(differenceBetween(tab.state.document, server.document)).toEqual([]);
          expect(rent(tab)).toBe(figuresOf(new Model(server.document).seriesOf(idOf('Rent'))!)[2]);
          tab.close();
        }
      }),
      runs(60),
    );
  }, 60_000);
});
