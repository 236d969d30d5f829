import { effectOn, minorUnitsIn, roundTo, type AccountRow, type LedgerEntry, type PlanModel } from '@haushalt/core';
import { t } from '../../language.ts';
import { all, valueAt, call, operation } from '../formula.ts';
import { EMPTY_CELL, headingRow, words, type Sheet, type SheetRow } from '../sheet.ts';
import { MONEY, column, sumOver } from './journal.ts';

/** Each account: its opening balance, what went through it since, and what is in it. */
export function accountsSheet(
  { document }: PlanModel,
  accounts: readonly AccountRow[],
  entries: readonly LedgerEntry[],
  remark: string,
): Sheet {
  const units = minorUnitsIn(document);
  const rows = accounts.map(({ id, name: title, opening, openingOn }): SheetRow => {
    const key = (part: string) => `account:${id}:${part}`;
    const through = entries
      .filter(({ date }) => openingOn === null || date >= openingOn)
      .reduce((sum, entry) => sum + effectOn(entry, id), 0);
    const since = openingOn === null ? [] : [operation(column('date'), '>=', valueAt(key('since')))];
    const part = (end: 'account' | 'toAccount') =>
      sumOver(operation(column(end), '=', valueAt(key('name'))), ...since, column('amount'));
    const begun = roundTo(opening * units) / units;
    return {
      role: 'line',
      cells: [
        words(title, { key: key('name') }),
        openingOn === null ? EMPTY_CELL : { value: openingOn, format: { unit: 'day' }, key: key('since') },
        { value: begun, format: MONEY, key: key('opening') },
        { value: through / units, format: MONEY, key: key('through'), formula: operation(part('account'), '-', part('toAccount')) }, // prettier-ignore
        { value: begun + through / units, format: MONEY, key: key('balance'), formula: operation(valueAt(key('opening')), '+', valueAt(key('through'))) }, // prettier-ignore
      ],
    };
  });
  const balances = accounts.map(({ id }) => `account:${id}:balance`);
  const total = rows.reduce((sum, { cells }) => sum + Number(cells[4]!.value), 0);
  return {
    id: 'accounts',
    title: t('formats.journal.accounts'),
    remark,
    columns: [
      { kind: 'name' },
      { kind: 'text' },
      ...Array.from({ length: 3 }, () => ({ kind: 'figure' as const, addsUp: true })),
    ],
    headings: 1,
    rows: [
      headingRow([
        t('formats.account'),
        t('formats.journal.since'),
        t('formats.journal.opening'),
        t('formats.journal.through'),
        t('formats.journal.balance'),
      ]),
      ...rows,
      {
        role: 'total',
        cells: [
          words(t('formats.journal.together')),
          EMPTY_CELL,
          EMPTY_CELL,
          EMPTY_CELL,
          { value: total, format: MONEY, formula: call('SUM', all(balances)) },
        ],
      },
    ],
  };
}
