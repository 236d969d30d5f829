import { english } from '../../testing/english.ts';
import { describe, expect, it } from 'vitest';
import type { Day } from '../../calendar/readDate.ts';
import { Model } from '../../engine/model.ts';
import { actualsFrom } from '../../ledger/actuals.ts';
import { sumsAfter } from '../../ledger/optimisticEntries.ts';
import { Balances, daySumsAfter } from '../../ledger/balances.ts';
import { confirmedDays } from '../../ledger/recurring.ts';
import type { Command } from '../../plan/commands/commands.ts';
import { decide } from '../../plan/commands/decide.ts';
import { applyChanges, isOfLedger, type Document } from '../../plan/document/document.ts';
import { entryOf, type EntryGiven, type LedgerEntry } from '../../plan/schema/entries.ts';
import { sketch } from '../../testing/plans.ts';
import { ledgerFindingsOf } from './checks.ts';
import { twiceIn } from './ledger.ts';

const TODAY = '2026-06-20' as Day;

function after(document: Document, command: unknown): Document {
  const decision = decide(document, command as Command);
  if (!decision.ok) throw new Error(english(decision.refusal.message));
  return applyChanges(document, decision.changes);
}

const PLAN = sketch({
  accounts: { Bank: { opening: 500, limit: 100 } },
  lines: { Income: { Pay: 2000 }, Costs: { Rent: 800, Food: 300 } },
});

/** Returns what the checks find of a ledger, by kind. */
function findingsOf(document: Document, entries: readonly LedgerEntry[]) {
  const changes = entries.map((each) => ({ table: 'entries' as const, id: each.id, before: null, after: each }));
  const given = {
    actuals: actualsFrom(sumsAfter([], changes), TODAY),
    settled: confirmedDays(entries),
    sums: sumsAfter([], changes),
    balances: new Balances(document, daySumsAfter([], changes)),
    twice: twiceIn(entries),
    today: TODAY,
  };
  return ledgerFindingsOf(new Model(document), given);
}
const sentences = (document: Document, entries: readonly LedgerEntry[], kind: string) =>
  findingsOf(document, entries).flatMap((each) => (each.kind === kind ? [each.message] : []));

let count = 0;
const entry = (date: string, amount: number, more: Partial<EntryGiven> = {}): LedgerEntry =>
  entryOf(`e${count++}`, { date, amount, line: 'line-food', account: 'bank', what: 'Corner shop', ...more });

describe('the checks of what happened', () => {
  it('find what was entered twice, but not what the bank tells apart', () => {
    const twice = [entry('2026-06-02', -1250), entry('2026-06-02', -1250)];
    expect(sentences(PLAN, twice, 'enteredTwice')).toEqual([expect.stringContaining('Corner shop')]);
    const apart = twice.map((each, index) => ({ ...each, reference: `bank-${index}` }));
    expect(sentences(PLAN, apart, 'enteredTwice')).toEqual([]);
  });

  it('find a line with a budget that was never entered', () => {
    const entries = ['2026-01-05', '2026-02-05', '2026-03-05', '2026-04-05'].map((date) => entry(date, -30_000));
    expect(sentences(PLAN, entries, 'neverEntered')).toEqual([
      expect.stringMatching(/Pay has no entries, .*8,000\.00/),
      expect.stringMatching(/Rent has no entries, .*3,200\.00/),
    ]);
  });

  it('find an account that falls below its limit, and entries without a line', () => {
    const entries = [entry('2026-06-01', -45_000, { line: '' })];
    expect(sentences(PLAN, entries, 'belowLimit')).toEqual([expect.stringContaining('Bank')]);
    expect(sentences(PLAN, entries, 'unassigned')).toEqual(['One entry is not assigned to any line.']);
    expect(sentences(PLAN, [entry('2026-06-01', 80_000, { line: 'line-pay' })], 'unassigned')).toEqual([]);
  });

  it('find a statement whose closing balance is another', () => {
    const stated = {
      ...PLAN,
      accounts: new Map([['bank', { ...PLAN.accounts.get('bank')!, statedOn: '2026-06-10', stated: 470 }]]),
    };
    expect(sentences(stated, [entry('2026-06-05', -3000)], 'closingDiffers')).toEqual([]);
    expect(sentences(stated, [entry('2026-06-05', -2999)], 'closingDiffers')).toEqual([
      expect.stringMatching(/470\.00.*470\.01/),
    ]);
  });

  it('find what is overdue: what is long so one by one, to be confirmed or skipped, the rest in one sentence', () => {
    const recurring = (id: string, from: string, line: string): unknown => ({
      kind: 'standing.set',
      standing: id,
      settings: { what: id, line, account: 'bank', amount: null, from, rhythm: 'month' },
    });
    const plan = [recurring('Landlord', '2026-05-01', 'line-rent'), recurring('Grocer', '2026-06-15', 'line-food'), recurring('Work', '2026-06-18', 'line-pay')].reduce<Document>(after, PLAN); // prettier-ignore
    expect(sentences(plan, [], 'longOverdue')).toEqual([
      'Landlord was expected 2 times since 1 May 2026 and has not been entered.',
      '2 expected entries are overdue. The first is Grocer of 15 June 2026.',
    ]);
    // Confirmed from there it is an entry like any other, and the next one is told of.
    const { fix, otherFix } = findingsOf(plan, []).find(({ kind }) => kind === 'longOverdue')!;
    expect(english(fix!.words)).toBe('Confirm for 1 May 2026');
    const decision = decide(plan, fix!.command);
    expect(decision.ok).toBe(true);
    const made = decision.ok ? decision.changes.filter(isOfLedger).map((change) => change.after!) : [];
    expect(made).toMatchObject([
      { date: '2026-05-01', due: '2026-05-01', standing: 'Landlord', line: 'line-rent', amount: -80_000 },
    ]);
    expect(english(sentences(plan, made, 'longOverdue')[0])).toBe(
      'Landlord was expected on 1 June 2026 and has not been entered.',
    );
    expect(english(sentences(after(plan, otherFix!.command), [], 'longOverdue')[0])).toBe('Landlord was expected on 1 June 2026 and has not been entered.'); // prettier-ignore
  });

  it('find nothing where nothing was entered', () => {
    expect(findingsOf(PLAN, [])).toEqual([]);
  });
});
