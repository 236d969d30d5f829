import { Model, applyChanges, decide, parsePlan, type Document } from '@haushalt/core';
import { atMost, median, type Row } from './measure.ts';

/** Work whose time has to grow with what is done and no faster. */
export function proportionRows(): Row[] {
  const [few, many] = [1000, 4000].map((count) => median(Array.from({ length: 7 }, () => perCellSet(count))));
  const plain = median(Array.from({ length: 5 }, () => searchedDeposit(false)));
  const withdrawn = median(Array.from({ length: 5 }, () => searchedDeposit(true)));
  return [
    atMost('one cell set in a list’s computed column of 10,000 items, 4,000 at once over 1,000 at once', many! / few!, 1.5, '×'), // prettier-ignore
    atMost('a fund that searches its deposit, 240 months, with a withdrawal over without', withdrawn / plain, 3, '×'),
  ];
}

const ITEMS = 10_000;
const list: Document = parsePlan({
  version: 1,
  plan: { name: 'Bench', currency: 'EUR', locale: 'en-IE', firstMonth: '2026-01', months: 12 },
  lists: [{ id: 'list', name: 'List' }],
  listColumns: [
    { id: 'amount', list: 'List', name: 'Amount' },
    { id: 'twice', list: 'List', name: 'Twice', kind: 'rule', formula: 'Amount * 2' },
  ],
  listItems: Array.from({ length: ITEMS }, (_, index) => ({ id: `i${index}`, list: 'List' })),
  listCells: Array.from({ length: ITEMS }, (_, index) => ({ item: `i${index}`, column: 'amount', figure: index })),
});

/** Returns how long one of so many cells takes, in milliseconds: decided and recalculated. */
function perCellSet(count: number): number {
  const model = new Model(list);
  const cells = Array.from({ length: count }, (_, index) => ({ item: `i${index}`, column: 'twice', value: index }));
  const begun = performance.now();
  const decision = decide(list, { kind: 'listCells.set', cells });
  if (!decision.ok) throw new Error(decision.refusal.message.id);
  model.update(applyChanges(list, decision.changes), decision.changes);
  return (performance.now() - begun) / count;
}

/** Returns how long a plan takes to be computed whose fund looks for its deposit, in milliseconds. */
function searchedDeposit(isWithdrawn: boolean): number {
  const document = parsePlan({
    version: 1,
    plan: { name: 'Bench', currency: 'EUR', locale: 'en-IE', firstMonth: '2026-01', months: 240 },
    savings: [{ id: 'fund', name: 'Fund', unknown: 'deposit', rate: '3%', months: '240', goal: '100000', first: '2026-01' }], // prettier-ignore
    savingsMoves: isWithdrawn ? [{ fund: 'Fund', kind: 'withdrawal', from: '2035-12', amount: '20000' }] : [],
  });
  const begun = performance.now();
  new Model(document).seriesOf('fund.deposit');
  return performance.now() - begun;
}
