import fc from 'fast-check';
import {
  applyChanges,
  decide,
  entryOf,
  entryRefusal,
  namesOf,
  type EarlierEntry,
  type EntryEdit,
} from '@haushalt/core';
import { describe, expect, it } from 'vitest';
import { sketch } from '../../../../core/src/testing/plans.ts';
import { assigned } from './assignment.ts';
import {
  accountOptions,
  beginsLike,
  completedFrom,
  draftOf,
  draftOfExpected,
  editsFrom,
  emptyDraft,
  leftToSplit,
  suggestionsFor,
  targetOptions,
  transferTo,
  type EntryDraft,
} from './draft.ts';
import { readDraft } from './useEntering.ts';
import { toMonth } from '@haushalt/core';

const document = sketch({
  accounts: { Bank: {}, Card: { kind: 'card' }, Nest: { kind: 'savings' }, Old: { closed: true } },
  lines: { income: { Pay: 2000 }, costs: { Rent: 800, Food: 300 }, 'set aside': { Fund: 100 }, memo: { Loaves: 5 } },
});
const idOf = (name: string) => namesOf(document).find(name)!.id;
const draft = (part: Partial<EntryDraft> = {}): EntryDraft =>
  emptyDraft('new', '2026-03-14', {
    what: ' Market ',
    target: idOf('Food'),
    account: 'card',
    amount: '1,012.5',
    ...part,
  });
const after = (part: Partial<EntryDraft> = {}, plan = document) => {
  const edits = editsFrom(draft(part), plan);
  return 'message' in edits ? edits : edits.map((edit) => edit.after);
};

describe('an entry as typed', () => {
  it('is read in the plan’s notation, the way its account sees it', () => {
    expect(after()).toEqual([{ date: '2026-03-14', what: 'Market', line: idOf('Food'), account: 'card', amount: -101_250 }]); // prettier-ignore
    expect(after({ amount: '12.50+3.20' })).toMatchObject([{ amount: -1570 }]);
    expect(after({ amount: '-3' })).toMatchObject([{ amount: 300 }]);
    expect(after({ target: idOf('Pay') })).toMatchObject([{ amount: 101_250 }]);
    expect(after({ target: '', amount: '5', note: ' n ' })).toMatchObject([{ amount: -500, note: 'n' }]);
  });

  it('is a transfer, either way, also of what is set aside', () => {
    expect(after({ target: transferTo('bank'), amount: '5' })).toMatchObject([{ account: 'card', toAccount: 'bank', amount: -500 }]); // prettier-ignore
    expect(after({ target: transferTo('bank'), amount: '-5' })).toMatchObject([{ account: 'bank', toAccount: 'card', amount: -500 }]); // prettier-ignore
    expect(after({ target: idOf('Fund'), toAccount: 'nest', amount: '5' })).toMatchObject([{ toAccount: 'nest', line: idOf('Fund'), amount: -500 }]); // prettier-ignore
    expect(after({ target: idOf('Food'), toAccount: 'nest', amount: '5' })).toMatchObject([{ amount: -500 }]);
    expect(after({ target: transferTo('bank'), account: '', amount: '-5' })).toMatchObject({ field: 'account' });
  });

  it.each([
    [{ date: '' }, 'date', /the date/],
    [{ amount: '' }, 'amount', /an amount/],
    [{ amount: 'ten' }, 'amount', /ten/],
    [{ amount: '1.005' }, 'amount', /2 decimals/],
    [{ amount: '0' }, 'amount', /other than zero/],
    [{ target: idOf('Loaves') }, 'target', /not a cash flow/],
    [{ account: 'old' }, 'account', /Old is closed/],
    [{ target: transferTo('card') }, 'toAccount', /another one/],
  ] as const)('is answered with the place of what is wrong: %o', (part, field, message) => {
    expect(after(part)).toEqual({ field, message: expect.stringMatching(message) });
  });

  it('knows a currency without smaller units', () => {
    const decision = decide(document, { kind: 'plan.set', settings: { currency: 'JPY' } });
    const yen = applyChanges(document, decision.ok ? decision.changes : []);
    expect(after({ amount: '1,200' }, yen)).toMatchObject([{ amount: -1200 }]);
    expect(after({ amount: '12.5' }, yen)).toMatchObject({ field: 'amount' });
  });

  it('comes back as it was to be changed, and unchanged is the same entry', () => {
    const entries = fc.record({
      what: fc.constantFrom('', 'Bread'),
      kind: fc.constantFrom('Pay', 'Food', 'Fund', 'aside', 'move', ''),
      amount: fc.integer({ min: -99_999, max: 99_999 }).filter((amount) => amount !== 0),
      account: fc.constantFrom('bank', 'card', ''),
      note: fc.constantFrom('', 'A note.'),
      reference: fc.constantFrom('', 'R1'),
    });
    fc.assert(
      fc.property(entries, ({ kind, amount, ...rest }) => {
        const isMove = kind === 'aside' || kind === 'move';
        const line = kind === 'move' || kind === '' ? '' : idOf(kind === 'aside' ? 'Fund' : kind);
        const entry = entryOf('e', { date: '2026-03-14', ...rest, line, ...(isMove ? { toAccount: 'nest', amount: -Math.abs(amount) } : { amount }) }); // prettier-ignore
        const edits = editsFrom(draftOf(entry, document), document) as readonly EntryEdit[];
        expect(entryOf('e', edits[0]!.after!)).toEqual(entry);
        expect(entryOf('e', edits[0]!.before!)).toEqual(entry);
      }),
    );
  });

  it('confirms what was expected, as it was foreseen', () => {
    const expected = { standing: 's', due: '2026-03-03', what: 'Rent', line: idOf('Rent'), account: 'bank', toAccount: '', amount: -80_000 }; // prettier-ignore
    const confirmed = draftOfExpected('n', expected, document);
    expect(confirmed).toMatchObject({
      before: null,
      amount: '800',
      date: '2026-03-03',
      standing: 's',
      due: '2026-03-03',
    });
    const edits = editsFrom({ ...confirmed, amount: '805', date: '2026-03-05' }, document) as readonly EntryEdit[];
    expect(edits[0]!.after).toMatchObject({ amount: -80_500, date: '2026-03-05', standing: 's', due: '2026-03-03' });
  });
});

describe('a receipt that is split', () => {
  const parts = (...amounts: string[]) =>
    amounts.map((amount, index) => ({
      id: `p${index}`,
      line: [idOf('Food'), idOf('Rent'), idOf('Pay')][index]!,
      amount,
    }));
  const split = (total: string, ...amounts: string[]) => after({ target: '', amount: total, parts: parts(...amounts) });

  it('becomes an entry a line, the first under the id it has', () => {
    expect(split('20', '12.50', '7.50')).toMatchObject([
      { line: idOf('Food'), amount: -1250, receipt: 'new' },
      { line: idOf('Rent'), amount: -750, receipt: 'new' },
    ]);
    const edits = editsFrom(draft({ amount: '20', parts: parts('12.50', '') }), document) as readonly EntryEdit[];
    expect(edits.map(({ entry, after: made }) => [entry, made!.amount])).toEqual([['new', -1250], ['p1', -750]]); // prettier-ignore
  });

  it('tells what is still to be split, and is not taken before that is nil', () => {
    expect(leftToSplit(draft({ amount: '20', parts: parts('12.50', '') }), document)).toBe(750);
    expect(leftToSplit(draft({ amount: '20', parts: parts('12.50', '10') }), document)).toBe(-250);
    expect(leftToSplit(draft({ amount: 'x', parts: parts('1') }), document)).toBeNull();
    // What comes in with it makes it less.
    expect(leftToSplit(draft({ amount: '20', parts: parts('25', '', '5') }), document)).toBe(0);
    expect(split('20', '12.50', '7')).toMatchObject({ field: 'parts', message: /not come to the whole/ });
    expect(split('20', '', '')).toMatchObject({ field: 'parts' });
    expect(split('20', '20', '')).toMatchObject({ field: 'parts' });
    expect(after({ amount: '20', parts: [{ id: 'p', line: '', amount: '' }] })).toMatchObject({ field: 'parts', message: /line of each part/ }); // prettier-ignore
  });
});

const earlier = (what: string, part: Partial<EarlierEntry> = {}): EarlierEntry => ({
  what, line: idOf('Food'), account: 'bank', toAccount: '', amount: -4250, count: 1, date: '2026-02-01', ...part,
}); // prettier-ignore

describe('earlier entries', () => {
  const all = [earlier('Weekly shop'), earlier('The weir'), earlier('Swept'), earlier('weekly shop', { amount: 5 }), earlier('Café Zoë')]; // prettier-ignore

  it('are suggested by what is typed, those that begin so first, each once', () => {
    expect(suggestionsFor('we', all).map(({ what }) => what)).toEqual(['Weekly shop', 'The weir', 'Swept']);
    expect(suggestionsFor('ZOE', all).map(({ what }) => what)).toEqual(['Café Zoë']);
    expect(suggestionsFor(' ', all)).toEqual([]);
    expect([beginsLike('we', all), beginsLike('weir', all), beginsLike('x', all)]).toEqual([true, false, false]);
  });

  it('bring their line, account and usual amount along; what was typed stays', () => {
    expect(completedFrom(draft({ amount: '' }), all[0]!, document)).toMatchObject({ what: 'Weekly shop', target: idOf('Food'), account: 'bank', amount: '42.5' }); // prettier-ignore
    expect(completedFrom(draft({ amount: '7' }), all[0]!, document).amount).toBe('7');
    expect(completedFrom(draft(), earlier('x', { account: 'old', line: 'gone' }), document)).toMatchObject({ account: 'card', target: idOf('Food') }); // prettier-ignore
    expect(completedFrom(draft(), earlier('x', { line: '', toAccount: 'nest' }), document).target).toBe(transferTo('nest')); // prettier-ignore
  });
});

describe('what an entry can belong to', () => {
  it('is a line that is a flow of money, or another open account', () => {
    const options = targetOptions(document, 'bank').map(({ value, words }) => [document.lines.has(value), words]);
    expect(options).toEqual([[true, 'Pay'], [true, 'Rent'], [true, 'Food'], [true, 'Fund'], [false, '→ Card'], [false, '→ Nest']]); // prettier-ignore
    expect(accountOptions(document, 'old').map(({ value }) => value)).toContain('old');
  });

  it('can be said later: a payment stays, what came in from an account is turned round', () => {
    const entry = entryOf('e', { date: '2026-03-14', amount: 500, account: 'nest', reference: 'R' });
    expect(assigned(entry, idOf('Pay'), '')).toMatchObject({ line: idOf('Pay'), amount: 500 });
    const moved = assigned(entry, '', 'bank');
    expect(moved).toMatchObject({ account: 'bank', toAccount: 'nest', amount: -500, reference: '', toReference: 'R' });
    expect(entryRefusal(document, moved, entry)).toBeNull();
    expect(assigned({ ...entry, amount: -500 }, '', 'bank')).toMatchObject({ account: 'nest', toAccount: 'bank' });
  });
});

describe('what was being typed', () => {
  const march = toMonth('2026-03');
  it('is there again, unless it cannot be read or changes an entry', () => {
    const typed = draft({ parts: [{ id: 'p', line: 'l', amount: '1' }] });
    expect(readDraft(JSON.parse(JSON.stringify(typed)), march)).toEqual(typed);
    for (const stored of [undefined, null, 'x', {}, { ...typed, what: 3 }, { ...typed, before: { id: 'e' } }, { ...typed, what: '', amount: '', note: '' }])
      expect(readDraft(stored, march)).toMatchObject({ what: '', before: null });
    expect(readDraft({ ...typed, parts: [{ id: 1 }, 'x'] }, march).parts).toEqual([]);
  }); // prettier-ignore
});
