import { inOrder, planOf, rangesOf, type LedgerSummary, type LedgerEntry, type PlanModel } from '@haushalt/core';
import type { DefinedName, Sheet } from '../sheet.ts';
import { accountsSheet } from './accounts.ts';
import { journalNames, journalSheet } from './journal.ts';
import { SpendingByMonth } from './spendingByMonth.ts';

/** The most entries a workbook gets: programs count over all of them for each line and month. */
export const MOST_IN_JOURNAL = 20_000;

/** The ledger in a workbook: its entries, and the sheets that are counted from them by formulas. */
export interface LedgerSheets {
  readonly sheets: readonly Sheet[];
  readonly names: readonly DefinedName[];
}

/** The ledger as sheets; none where nothing was entered, or more than a workbook counts over. */
export function ledgerSheets(
  model: PlanModel,
  ledgerSummary: LedgerSummary,
  entries: readonly LedgerEntry[],
): LedgerSheets {
  if (entries.length === 0 || entries.length > MOST_IN_JOURNAL) return { sheets: [], names: [] };
  const { document, calendar } = model;
  const { name, currency } = planOf(document);
  const remark = `${name}, ${currency}`;
  const sorted = [...entries].sort((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : 0));
  const [first, last] = [sorted[0]!.date.slice(0, 7), sorted.at(-1)!.date.slice(0, 7)];
  const years = rangesOf(calendar, 'year').filter(
    ({ from, to }) => calendar.months[from]! <= last && calendar.months[to - 1]! >= first,
  );
  const accounts = inOrder(document.accounts.values());
  return {
    sheets: [
      journalSheet(model, sorted, remark),
      ...(accounts.length > 0 ? [accountsSheet(model, accounts, sorted, remark)] : []),
      ...years.map((year) => new SpendingByMonth(model, ledgerSummary, sorted, year).sheet(remark)),
    ],
    names: journalNames(sorted.length),
  };
}
