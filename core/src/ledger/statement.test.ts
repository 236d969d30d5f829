import { english } from '../testing/english.ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addDays } from '../calendar/day.ts';
import type { Command } from '../plan/commands/commands.ts';
import { decide } from '../plan/commands/decide.ts';
import { applyChanges, type Document } from '../plan/document/document.ts';
import { namesOf } from '../plan/document/naming.ts';
import { entryOf, type EntryGiven, type LedgerEntry } from '../plan/schema/entries.ts';
import { sketch } from '../testing/plans.ts';
import { Assigner, earlierFrom, matcherOf } from './assigning.ts';
import { entryRefusal } from './entries.ts';
import type { Expected } from './recurring.ts';
import { countsOf, editFor, previewStatement, type StatementLine } from './statement.ts';
import { runs } from '../testing/setup.ts';

const bare = sketch({
  accounts: { Bank: {}, Card: { kind: 'card' }, Nest: { kind: 'savings' } },
  lines: { income: { Pay: 2000 }, costs: { Rent: 800, Food: 310, Fun: 50 }, 'set aside': { Fund: 100 } },
});
const idOf = (name: string) => namesOf(bare).find(name)!.id;
const after = (document: Document, ...commands: Command[]) =>
  commands.reduce((now, command) => {
    const decision = decide(now, command);
    if (!decision.ok) throw new Error(english(decision.refusal.message));
    return applyChanges(now, decision.changes);
  }, document);
const rule = (id: string, part: object): Command => ({ kind: 'assignmentRule.set', rule: id, settings: { line: idOf('Food'), ...part } }); // prettier-ignore
const plan = after(
  bare,
  rule('r1', { text: 'Corner' }),
  rule('r2', { text: 'settled', account: 'bank', line: null, toAccount: 'card' }),
  rule('r3', { condition: 'begins', text: 'cinema', least: 5, most: 20, line: idOf('Fun') }),
);
const line = (part: Partial<StatementLine> = {}): StatementLine => ({
  date: '2026-03-10',
  what: 'Something else',
  amount: -1000,
  reference: '',
  place: { id: 'formats.place.line', values: { line: 2 } },
  ...part,
});
const entry = (id: string, given: Partial<EntryGiven> = {}): LedgerEntry =>
  entryOf(id, { date: '2026-03-09', amount: -1000, what: 'Bread', account: 'bank', line: idOf('Food'), ...given });
const preview = (lines: StatementLine[], entries: LedgerEntry[] = [], expected: Expected[] = [], account = 'bank') =>
  previewStatement({ document: plan, account, lines, entries, expected, earlier: earlierFrom(entries) });
const states = (...given: Parameters<typeof preview>) => preview(...given).map(({ state }) => state);
const due = (part: Partial<Expected> = {}): Expected => ({
  standing: 'rent',
  due: '2026-03-08',
  what: 'Rent',
  line: idOf('Rent'),
  account: 'bank',
  toAccount: '',
  amount: -80_000,
  ...part,
});

describe('a line of a statement', () => {
  it('is there already by the bank’s reference, or by account, amount, day and words', () => {
    expect(states([line({ reference: 'A1', date: '2026-07-01' })], [entry('e', { reference: 'A1' })])).toEqual([
      'known',
    ]);
    expect(states([line({ what: 'BREAD' })], [entry('e')])).toEqual(['known']);
    expect(states([line({ what: 'Card payment bread 4471' })], [entry('e')])).toEqual(['known']);
    expect(states([line({ what: 'Bread', date: '2026-03-13' })], [entry('e')])).toEqual(['new']);
    expect(states([line({ what: 'Bread', amount: -1001 })], [entry('e')])).toEqual(['new']);
    expect(states([line({ what: 'Bread' })], [entry('e', { account: 'card' })])).toEqual(['new']);
  });

  it('is another one where the bank has another reference, and each entry is found once', () => {
    expect(states([line({ what: 'Bread', reference: 'B2' })], [entry('e', { reference: 'A1' })])).toEqual(['new']);
    expect(states([line({ what: 'Bread' }), line({ what: 'Bread' })], [entry('e')])).toEqual(['known', 'new']);
    expect(states([line({ what: 'Bread' }), line({ what: 'x', reference: 'A1' })], [entry('e', { reference: 'A1' })])).toEqual(['new', 'known']); // prettier-ignore
  });

  it('of the other end of a transfer is there already, whatever it says', () => {
    const moved = entry('t', { what: 'Top up', line: '', toAccount: 'card' });
    expect(states([line({ what: 'Payment received', amount: 1000 })], [moved], [], 'card')).toEqual(['known']);
    expect(states([line({ what: 'Payment received', amount: -1000 })], [moved], [], 'card')).toEqual(['new']);
  });

  it('that says something else of the same amount about that day is new, with what may be the same', () => {
    const [match] = preview([line()], [entry('e')]);
    expect(match).toMatchObject({ state: 'new', similar: { id: 'e' } });
  });

  it('confirms what was expected: of its amount, or about it in similar words', () => {
    expect(states([line({ amount: -80_000 })], [], [due()])).toEqual(['expected']);
    expect(states([line({ amount: -82_000, what: 'Monthly rent' })], [], [due()])).toEqual(['expected']);
    expect(states([line({ amount: -82_000, what: 'Weir' })], [], [due()])).toEqual(['new']);
    expect(states([line({ amount: -80_000, date: '2026-03-20' })], [], [due()])).toEqual(['new']);
    expect(states([line({ amount: 80_000 })], [], [due()])).toEqual(['new']);
    const twice = preview([line({ amount: -80_000, what: 'a' }), line({ amount: -80_000, what: 'Rent' })], [], [due(), due({ due: '2026-03-09' })]); // prettier-ignore
    expect(twice.map(({ expected }) => expected?.due)).toEqual(['2026-03-09', '2026-03-08']);
  });

  it('is assigned by the first rule that is for it, else proposed like earlier ones', () => {
    const where = (what: string, amount = -1000, entries: LedgerEntry[] = [], account = 'bank') =>
      preview([line({ what, amount, date: '2026-09-01' })], entries, [], account)[0]!.assignment;
    expect(where('the corner shop')).toMatchObject({ line: idOf('Food'), by: { kind: 'rule', rule: 'r1' } });
    expect(where('Card settled')).toMatchObject({ line: '', toAccount: 'card' });
    expect(where('Card settled', -1000, [], 'card')).toBeNull();
    expect(where('Cinema')).toMatchObject({ line: idOf('Fun') });
    expect(where('Cinema', -2001)).toBeNull();
    expect(where('A cinema')).toBeNull();
    expect(where('bréad', -500, [entry('e')])).toMatchObject({ line: idOf('Food'), by: { kind: 'proposal', like: 'Bread' } }); // prettier-ignore
    expect(where('Bread of Weidenau', -500, [entry('e')])).toMatchObject({ by: { kind: 'proposal', like: 'bread' } });
    expect(where('Bread', 500, [entry('e')])).toBeNull();
    expect(where('Bread', -500, [entry('e', { line: 'gone' })])).toBeNull();
  });

  it('is counted once, and new ones are assigned or not', () => {
    const all = preview(
      [line({ what: 'Corner' }), line({ what: 'Bread' }), line({ amount: -80_000 }), line({ amount: -7 })],
      [entry('e')],
      [due()],
    );
    expect(countsOf(all)).toEqual({ new: 2, known: 1, expected: 1, assigned: 1, unassigned: 1 });
  });

  it('becomes an entry the plan takes: a payment, a transfer either way, what was expected', () => {
    const made = (given: StatementLine, target: { line: string; toAccount: string }, expected: Expected[] = [], account = 'bank') => {
      const edit = editFor(preview([given], [], expected, account)[0]!, target, account, 'n', plan)!;
      const taken = entryOf('n', edit.after!);
      expect(entryRefusal(plan, taken, null)).toBeNull();
      return taken;
    }; // prettier-ignore
    const nowhere = { line: '', toAccount: '' };
    expect(made(line({ reference: 'R' }), { line: idOf('Fun'), toAccount: '' })).toMatchObject({ account: 'bank', amount: -1000, line: idOf('Fun'), reference: 'R' }); // prettier-ignore
    expect(made(line(), nowhere)).toMatchObject({ line: '', toAccount: '' });
    expect(made(line(), { line: '', toAccount: 'card' })).toMatchObject({ account: 'bank', toAccount: 'card', amount: -1000 }); // prettier-ignore
    expect(made(line({ amount: 1000, reference: 'R' }), { line: idOf('Fund'), toAccount: 'bank' }, [], 'nest')).toMatchObject({ account: 'bank', toAccount: 'nest', amount: -1000, reference: '', toReference: 'R', line: idOf('Fund') }); // prettier-ignore
    expect(made(line({ amount: -80_000 }), nowhere, [due()])).toMatchObject({ line: idOf('Rent'), standing: 'rent', due: '2026-03-08', what: 'Something else' }); // prettier-ignore
    const moved = due({ line: idOf('Fund'), toAccount: 'nest', amount: -10_000 });
    expect(made(line({ amount: 10_000 }), nowhere, [moved], 'nest')).toMatchObject({ account: 'bank', toAccount: 'nest', amount: -10_000, standing: 'rent' }); // prettier-ignore
  });

  it('that is there already gives it the bank’s reference, once', () => {
    const [match] = preview([line({ what: 'Bread', reference: 'R' })], [entry('e')]);
    const target = { line: '', toAccount: '' };
    const edit = editFor(match!, target, 'bank', 'n', plan);
    expect(edit).toMatchObject({ entry: 'e', after: { reference: 'R' } });
    const [again] = preview([line({ what: 'Bread', reference: 'R' })], [entry('e', { reference: 'R' })]);
    expect(editFor(again!, target, 'bank', 'n', plan)).toBeNull();
  });

  it('taken in once is there the next time, whatever it says, with or without references', () => {
    const lines = fc.array(
      fc.record({
        date: fc.nat(40).map((days) => addDays('2026-03-01', days)),
        what: fc.constantFrom('Bread', 'Corner shop', 'Card settled', '', 'Cinema'),
        amount: fc.constantFrom(-1000, -500, 700, 1000),
        reference: fc.constantFrom('', '', 'A', 'B', 'C', 'D'),
      }),
      { maxLength: 20 },
    );
    fc.assert(
      fc.property(lines, (drawn) => {
        // A bank gives a reference to one payment.
        const seen = new Set<string>();
        const given = drawn.map((each) => {
          const isNew = each.reference !== '' && !seen.has(each.reference) && seen.add(each.reference);
          return line({ ...each, reference: isNew ? each.reference : '' });
        });
        const entries = preview(given).flatMap((each, index) => {
          const edit = editFor(each, each.assignment ?? { line: '', toAccount: '' }, 'bank', `n${index}`, plan);
          return edit?.after ? [entryOf(edit.entry, edit.after)] : [];
        });
        expect(entries).toHaveLength(given.length);
        expect(new Set(states(given, entries))).toEqual(new Set(given.length === 0 ? [] : ['known']));
      }),
      runs(150),
    );
  });
});

describe('assignment rules', () => {
  it('are for texts, amounts and accounts, without regard to capitals and accents', () => {
    const row = [...plan.assignmentRules.values()].find(({ id }) => id === 'r3')!;
    const isFor = matcherOf(row, 100);
    expect(isFor({ what: 'CINÉMA', account: '', amount: -500 })).toBe(true);
    expect(isFor({ what: 'cinema', account: '', amount: 499 })).toBe(false);
  });

  it('are asked in their order, which can be changed', () => {
    const two = after(bare, rule('a', { text: 'shop' }), rule('b', { text: 'corner', line: idOf('Fun') }));
    const first = (document: Document) => new Assigner(document, []).ruleFor({ what: 'Corner shop', account: '', amount: -1 })?.id; // prettier-ignore
    expect(first(two)).toBe('a');
    expect(first(after(two, { kind: 'assignmentRule.move', rule: 'b', before: 'a' }))).toBe('b');
    expect(first(after(two, { kind: 'assignmentRule.delete', rule: 'a' }))).toBe('b');
    expect(first(after(two, { kind: 'line.delete', line: idOf('Food') }))).toBe('b');
  });

  it.each([
    ['nothing to look for', { text: ' ' }, 'text'],
    ['no line', { text: 'x', line: null }, 'line'],
    ['an amount below zero', { text: 'x', least: -1 }, 'least'],
    ['amounts the wrong way round', { text: 'x', least: 5, most: 4 }, 'most'],
    ['a transfer that is a cost', { text: 'x', toAccount: 'card' }, 'line'],
    ['a transfer to the same account', { text: 'x', line: null, account: 'card', toAccount: 'card' }, 'toAccount'],
  ])('are refused with %s', (_, part, field) => {
    expect(decide(bare, rule('n', part))).toMatchObject({ ok: false, refusal: { field } });
  });
});

describe('accounts', () => {
  const set = (account: string, settings: object): Command => ({ kind: 'account.set', account, settings }) as Command;

  it('are opened, renamed, closed and put in order', () => {
    const more = after(bare, set('new', { name: '  Piggy  bank ', kind: 'cash', opening: 5 }), set('new', { closed: true })); // prettier-ignore
    expect(more.accounts.get('new')).toMatchObject({ name: 'Piggy bank', closed: true, opening: 5, openingOn: null });
    const moved = after(more, { kind: 'account.move', account: 'new', before: 'bank' });
    expect(moved.accounts.get('new')!.position < moved.accounts.get('bank')!.position).toBe(true);
    const taken = 'There is already an account named Bank. Choose another name.';
    expect(decide(bare, set('x', { name: 'BANK' }))).toMatchObject({
      ok: false,
      refusal: { field: 'name', message: taken },
    });
    expect(decide(bare, set('x', { kind: 'cash' }))).toMatchObject({ ok: false, refusal: { field: 'name' } });
    expect(decide(bare, set('x', { name: 'X', openingOn: '2026-02-30' }))).toMatchObject({ ok: false, refusal: { field: 'openingOn' } }); // prettier-ignore
  });

  it('are reconciled with a statement, which keeps what it lists until that is taken back', () => {
    const ticked = entry('e');
    const { id: _, ...given } = ticked;
    const reconcile: Command = {
      kind: 'account.reconcile',
      id: 'rec',
      settings: { account: 'bank', on: '2026-03-31', balance: -10, finished: '2026-04-01' },
      entries: [{ entry: 'e', before: given }],
    };
    const decision = decide(bare, reconcile);
    expect(decision).toMatchObject({ ok: true, changes: [{ table: 'reconciliations' }, { table: 'entries', after: { reconciled: 'rec' } }] }); // prettier-ignore
    const done = after(bare, reconcile);
    const content = { ...given, reconciled: 'rec' };
    const change = (part: object) =>
      decide(done, { kind: 'entries.set', entries: [{ entry: 'e', before: content, after: { ...content, ...part } }] });
    expect(change({ amount: -5 })).toMatchObject({ ok: false, refusal: { message: expect.stringContaining('reconciled') } }); // prettier-ignore
    expect(change({ line: idOf('Fun'), what: 'Rolls' }).ok).toBe(true);
    expect(decide(done, { kind: 'entries.set', entries: [{ entry: 'e', before: content, after: null }] })).toMatchObject({ ok: false, refusal: { code: 'locked' } }); // prettier-ignore
    expect(decide(done, { ...reconcile, id: 'again', entries: [{ entry: 'e', before: content }] }).ok).toBe(false);
    expect(decide(bare, { ...reconcile, entries: [{ entry: 'e', before: { ...given, account: 'card' } }] }).ok).toBe(
      false,
    );
    expect(decide(done, { kind: 'account.unreconcile', id: 'rec', entries: [{ entry: 'e', before: content }] })).toMatchObject({
      ok: true,
      changes: [{ table: 'reconciliations', after: null }, { table: 'entries', after: { reconciled: '' } }],
    }); // prettier-ignore
  });
});
