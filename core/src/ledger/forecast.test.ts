import { english } from '../testing/english.ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addDays, lastDay } from '../calendar/day.ts';
import { toMonth } from '../calendar/month.ts';
import { Model } from '../engine/model.ts';
import type { Command } from '../plan/commands/commands.ts';
import { decide } from '../plan/commands/decide.ts';
import { applyChanges, type Document, type EntryChange } from '../plan/document/document.ts';
import { namesOf } from '../plan/document/naming.ts';
import { entryOf, type EntryGiven } from '../plan/schema/entries.ts';
import { sketch } from '../testing/plans.ts';
import { NO_ACTUALS, actualsFrom } from './actuals.ts';
import { Balances, daySumsAfter } from './balances.ts';
import { forecastOf, usualAccounts } from './forecast.ts';
import { carryOverInto, spendingIn } from './spending.ts';
import { confirmedDays } from './recurring.ts';
import { sumsAfter } from './optimisticEntries.ts';
import { runs } from '../testing/setup.ts';

const plan = sketch({
  accounts: {
    Bank: { opening: 1000, openingOn: '2026-01-10', limit: 100 },
    Card: { kind: 'card' },
    Old: { closed: true, opening: 5 },
  },
  lines: { income: { Pay: 2000 }, costs: { Rent: 800, Food: 310 }, 'set aside': { Fund: 100 } },
});
const idOf = (name: string) => namesOf(plan).find(name)!.id;
const changesOf = (entries: readonly EntryGiven[]) =>
  entries.map((given, index): EntryChange => ({ table: 'entries', id: `e${index}`, before: null, after: entryOf(`e${index}`, given) })); // prettier-ignore
const balancesOf = (entries: readonly EntryGiven[], document: Document = plan) =>
  new Balances(document, daySumsAfter([], changesOf(entries)));

describe('the balance of an account', () => {
  it('is its opening balance and all entries from its day on; before, what it must have been', () => {
    const balances = balancesOf([
      { date: '2026-01-05', amount: -5000, account: 'bank' },
      { date: '2026-01-10', amount: -2000, account: 'bank' },
      { date: '2026-01-20', amount: 30_000, account: 'bank' },
      { date: '2026-01-21', amount: -1000, account: 'bank', toAccount: 'card' },
    ]);
    const on = (day: string) => balances.on('bank', day);
    expect(['2026-01-04', '2026-01-05', '2026-01-09', '2026-01-10', '2026-01-20', '2026-12-31'].map(on)).toEqual([
      105_000, 100_000, 100_000, 98_000, 128_000, 127_000,
    ]);
    expect(balances.on('card', '2026-02-01')).toBe(1000);
    expect(balances.on('nowhere', '2026-02-01')).toBe(0);
    expect([balances.countOf('bank'), balances.countOf('old')]).toEqual([4, 0]);
    expect(balances.spanOf('bank')).toEqual({ first: '2026-01-05', last: '2026-01-21' });
    expect(balances.spanOf('old')).toBeNull();
  });

  it('changes by what happened between two days, and transfers leave the whole as it is', () => {
    const entries = fc.array(
      fc.record({
        date: fc.nat(60).map((days) => addDays('2026-01-01', days)),
        amount: fc.integer({ min: -9999, max: -1 }),
        account: fc.constantFrom('bank', 'card', ''),
        toAccount: fc.constantFrom('', 'old'),
      }),
      { maxLength: 30 },
    );
    fc.assert(
      fc.property(entries, fc.nat(70), fc.nat(70), (all, a, b) => {
        const balances = balancesOf(all);
        const [from, to] = [addDays('2025-12-28', Math.min(a, b)), addDays('2025-12-28', Math.max(a, b))];
        const between = all.filter(({ date }) => date > from && date <= to);
        for (const account of ['bank', 'card', 'old']) {
          const change = between.reduce((sum, each) => sum + (each.account === account ? each.amount : 0) - (each.toAccount === account ? each.amount : 0), 0); // prettier-ignore
          expect(balances.on(account, to) - balances.on(account, from)).toBe(change);
        }
      }),
      runs(100),
    );
  });
});

/** Returns what is foreseen on a day, with some entries and what has been decided. */
function forecast(document: Document, entries: readonly EntryGiven[], today: string, until: string, from?: string) {
  const changes = changesOf(entries);
  const sums = sumsAfter([], changes);
  const confirmed = confirmedDays(changes.map(({ after }) => after!));
  const model = new Model(document);
  const balances = new Balances(document, daySumsAfter([], changes));
  const given = { model, actuals: actualsFrom(sums), settled: confirmed, sums, balances, today, until };
  return forecastOf(from === undefined ? given : { ...given, from });
}

const withRent = (() => {
  const decision = decide(plan, { kind: 'standing.set', standing: 'rent', settings: { what: 'Rent', line: idOf('Rent'), account: 'bank', from: '2026-01-25' } }); // prettier-ignore
  return applyChanges(plan, decision.ok ? decision.changes : []);
})();

describe('the forecast', () => {
  const pay = { date: '2026-01-15', amount: 200_000, line: idOf('Pay'), account: 'bank' };
  const fund = { date: '2026-01-16', amount: -10_000, line: idOf('Fund'), account: 'bank' };
  const food = { date: '2026-01-12', amount: -15_500, line: idOf('Food'), account: 'card' };

  it('has expected entries on their days, and what the budget still foresees spread over the days that are left', () => {
    const [bank, card] = forecast(withRent, [pay, fund, food], '2026-01-20', '2026-01-31');
    expect(bank!.account.name).toBe('Bank');
    expect(bank!.days[0]).toEqual({ date: '2026-01-20', balance: 290_000, isForecast: false });
    const on = (days: typeof bank, date: string) => days!.days.find((day) => day.date === date)!.balance;
    expect(on(bank, '2026-01-24')).toBe(290_000);
    expect(on(bank, '2026-01-25')).toBe(210_000);
    expect(bank!.lowest).toMatchObject({ date: '2026-01-25', balance: 210_000 });
    // The other half of the food goes through the card, from tomorrow to the end of the month.
    expect(on(card, '2026-01-31')).toBe(-31_000);
    expect(on(card, '2026-01-20')).toBe(-15_500);
    expect(on(card, '2026-01-21')).toBe(-15_500 - Math.round(15_500 / 11));
  });

  it('names the first day below the limit, and what is overdue counts tomorrow', () => {
    const [bank] = forecast(withRent, [{ ...pay, account: 'card' }, { ...fund, amount: -20_000, line: '' }, { ...food, account: 'bank' }], '2026-01-27', '2026-02-28'); // prettier-ignore
    expect(bank!.days[0]!.balance).toBe(64_500);
    expect(bank!.days[1]!.balance).toBeLessThan(0);
    expect(bank!.belowLimit?.date).toBe('2026-01-28');
    const [calm] = forecast(withRent, [pay, fund, food], '2026-01-20', '2026-01-31');
    expect(calm!.belowLimit).toBeNull();
  });

  it('has what is due counted today where no day is left', () => {
    const [bank] = forecast(withRent, [pay, fund, food], '2026-01-31', '2026-01-31');
    expect(bank!.days).toEqual([{ date: '2026-01-31', balance: 210_000, isForecast: false }]);
  });

  it('has what came once a month on the day it came last, and so the lowest balance before it', () => {
    const before = { ...pay, date: '2026-01-27' };
    const on = (days: readonly { date: string; balance: number }[], date: string) =>
      days.find((day) => day.date === date)!.balance;
    const [bank] = forecast(withRent, [before, fund, food], '2026-02-01', '2026-02-28');
    const [day26, day27] = [on(bank!.days, '2026-02-26'), on(bank!.days, '2026-02-27')];
    expect(day27 - day26).toBeGreaterThan(199_000);
    expect(bank!.lowest.date).toBe('2026-02-25');
    // In a month that is shorter it comes on its last day; once its day has passed, on the days that are left.
    const [late] = forecast(withRent, [{ ...before, date: '2026-01-31' }, fund, food], '2026-02-01', '2026-02-28');
    expect(on(late!.days, '2026-02-28') - on(late!.days, '2026-02-27')).toBeGreaterThan(199_000);
    const [passed] = forecast(withRent, [{ ...before, date: '2026-01-03' }, fund, food], '2026-02-10', '2026-02-28');
    expect(on(passed!.days, '2026-02-12') - on(passed!.days, '2026-02-11')).toBeGreaterThan(10_000);
    // What came twice in a month has no day of its own.
    const twice = [before, { ...before, date: '2026-01-13' }, fund, food];
    const [spread] = forecast(withRent, twice, '2026-02-01', '2026-02-28');
    expect(on(spread!.days, '2026-02-12') - on(spread!.days, '2026-02-11')).toBeGreaterThan(6000);
  });

  it('knows nothing twice: what happened is not expected, and closed accounts are left out', () => {
    const paid = { date: '2026-01-25', amount: -80_000, line: idOf('Rent'), account: 'bank', standing: 'rent', due: '2026-01-25' }; // prettier-ignore
    const all = forecast(withRent, [pay, fund, food, paid], '2026-01-26', '2026-01-31', '2026-01-24');
    expect(all.map(({ account }) => account.id)).toEqual(['bank', 'card']);
    expect(all[0]!.days.map(({ date, isForecast }) => [date.slice(8), isForecast]).slice(0, 4)).toEqual([['24', false], ['25', false], ['26', false], ['27', true]]); // prettier-ignore
    expect(new Set(all[0]!.days.slice(1).map(({ balance }) => balance))).toEqual(new Set([210_000]));
  });

  it('of whole months comes to what the budget foresees', () => {
    const today = '2026-02-01';
    const entries = [pay, fund, food];
    const all = forecast(withRent, entries, today, '2026-04-30');
    const end = all.reduce((sum, { days }) => sum + days.at(-1)!.balance, 0);
    const now = balancesOf(entries, withRent);
    const begin = now.on('bank', today) + now.on('card', today);
    // January's rent was due and did not come: it is overdue, and counts.
    expect(Math.abs(end - (begin + 3 * (200_000 - 80_000 - 31_000 - 10_000) - 80_000))).toBeLessThanOrEqual(2);
    expect(lastDay(toMonth('2026-04'))).toBe(all[0]!.days.at(-1)!.date);
  });

  it('takes each line through the account most of its entries went through', () => {
    const sums = sumsAfter([], changesOf([food, { ...food, account: 'bank' }, { ...food, date: '2026-01-13' }, { ...pay, account: 'old' }])); // prettier-ignore
    const usual = usualAccounts(plan, sums);
    expect(usual(idOf('Food'))).toBe('card');
    expect(usual(idOf('Pay'))).toBe('bank');
  });
});

describe('what a line carries over', () => {
  const carried = (() => {
    const decision = decide(plan, { kind: 'line.set', line: idOf('Food'), settings: { carryOver: true } });
    return applyChanges(plan, decision.ok ? decision.changes : []);
  })();
  const model = new Model(carried);
  const actuals = actualsFrom(
    sumsAfter([], changesOf([{ date: '2026-02-03', amount: -20_000, line: idOf('Food') }, { date: '2026-04-03', amount: -40_000, line: idOf('Food') }])),
  ); // prettier-ignore
  const line = carried.lines.get(idOf('Food'))!;

  it('is what was left of the months before, since the ledger begins, within the year', () => {
    expect([0, 1, 2, 3, 4].map((period) => carryOverInto(model, actuals, line, period))).toEqual([0, 0, 110, 420, 330]);
    expect(carryOverInto(model, NO_ACTUALS, line, 4)).toBe(0);
    expect(carryOverInto(model, actuals, plan.lines.get(idOf('Food'))!, 4)).toBe(0);
  });

  it('may be spent beside the budget, and decides whether it is over', () => {
    const row = (from: number) =>
      spendingIn(model, { actuals, settled: new Set() }, { from, to: from + 1 }).find(({ name }) => name === 'Food');
    expect(row(3)).toMatchObject({ budget: 310, carryOver: 420, actual: 400, remaining: 330, standing: 'under', variance: -90 }); // prettier-ignore
    expect(row(1)).toMatchObject({ carryOver: 0, remaining: 110 });
  });
});

function done(document: Document, ...commands: readonly Command[]): Document {
  return commands.reduce((before, command) => {
    const decision = decide(before, command);
    if (!decision.ok) throw new Error(english(decision.refusal.message));
    return applyChanges(before, decision.changes);
  }, document);
}

describe('a line that carries over, with a payment overdue', () => {
  it.each([false, true])('is foreseen to be paid once, whether it carries over (%s)', (carryOver) => {
    const rent = done(
      sketch({ accounts: { Bank: { opening: 1000, openingOn: '2026-01-01' } }, lines: { costs: { Rent: 100 } } }),
      { kind: 'line.set', line: 'line-rent', settings: { carryOver } },
      { kind: 'standing.set', standing: 's', settings: { line: 'line-rent', account: 'bank', from: '2026-01-20' } },
    );
    const paid = [{ date: '2026-01-20', amount: -10_000, line: 'line-rent', account: 'bank', standing: 's', due: '2026-01-20' }]; // prettier-ignore
    const entries = paid.map((given, index): EntryChange => ({ table: 'entries', id: `e${index}`, before: null, after: entryOf(`e${index}`, given) })); // prettier-ignore
    const sums = sumsAfter([], entries);
    const [bank] = forecastOf({
      model: new Model(rent),
      actuals: actualsFrom(sums),
      settled: confirmedDays(paid),
      balances: new Balances(rent, daySumsAfter([], entries)),
      sums,
      today: '2026-03-10',
      until: '2026-03-31',
    });
    // February's, which is overdue, and March's.
    expect(bank!.days.at(-1)!.balance).toBe(70_000);
  });
});
