import {
  NET,
  actualOver,
  figureOver,
  minorUnitsIn,
  nameOf,
  planOf,
  spendingIn,
  type Document,
  type LedgerSummary,
  type LedgerEntry,
  type PlanModel,
  type MonthRange,
  type Tone,
} from '@haushalt/core';
import { monthInWords, say, t } from '../language.ts';
import { EMPTY_CELL, headingRow, words, type Sheet, type SheetCell, type SheetRow } from './sheet.ts';

const money = (value: number | null): SheetCell => ({ value, format: { unit: 'money' } });
const TONES: Readonly<Record<'under' | 'on' | 'over', Tone>> = { under: 'good', on: 'good', over: 'alarm' };

/** Budget against actual over some months, line by line, then month by month. */
export function spendingSheet(
  model: PlanModel,
  ledgerSummary: LedgerSummary,
  range: MonthRange,
  about: Pick<Sheet, 'id' | 'title' | 'remark'>,
): Sheet {
  const { document, calendar } = model;
  const { locale } = planOf(document);
  const rows = spendingIn(model, ledgerSummary, range).flatMap((row): SheetRow[] => {
    const { kind, name, side, budget, actual, variance, standing, carryOver } = row;
    const look = side === null ? {} : { side };
    const difference: SheetCell =
      variance === null || standing === null
        ? EMPTY_CELL
        : {
            ...money(variance),
            ...(standing === 'on'
              ? {}
              : { highlight: { tone: TONES[standing], word: t(`formats.statuses.${standing}`) } }),
          };
    const role = kind === 'group' ? 'subtotal' : kind === 'total' ? 'total' : 'line';
    return [
      {
        ...look,
        role,
        cells: [
          words(say(name)),
          money(budget),
          carryOver === 0 ? EMPTY_CELL : money(carryOver),
          money(actual),
          difference,
        ],
      },
    ];
  });
  const months = calendar.months.slice(range.from, range.to);
  const byMonth = months.map((month, index): SheetRow => {
    const part = { from: range.from + index, to: range.from + index + 1 };
    const figure = figureOver(model, NET, part);
    const planned = Number.isNaN(figure) ? null : figure;
    const actual = actualOver(document, ledgerSummary.actuals, NET, [month]);
    return {
      role: 'line',
      cells: [
        words(monthInWords(month, locale)),
        money(planned),
        EMPTY_CELL,
        money(actual),
        actual === null || planned === null ? EMPTY_CELL : money(actual - planned),
      ],
    };
  });
  const heading = (title: string): SheetRow => ({
    role: 'heading',
    cells: [
      words(title),
      words(t('formats.budget')),
      words(t('formats.carryOver')),
      words(t('formats.actual')),
      words(t('formats.difference')),
    ],
  });
  return {
    ...about,
    columns: [{ kind: 'name' }, ...Array.from({ length: 4 }, () => ({ kind: 'figure' as const, addsUp: true }))],
    headings: 1,
    rows: [
      heading(t('formats.line')),
      ...rows,
      { role: 'blank', cells: [] },
      heading(t('formats.netByMonth')),
      ...byMonth,
    ],
  };
}

/** The entries of the ledger, by day. */
export function entriesSheet(
  document: Document,
  entries: readonly LedgerEntry[],
  about: Pick<Sheet, 'id' | 'title' | 'remark'>,
): Sheet {
  const units = minorUnitsIn(document);
  const account = (id: string) => document.accounts.get(id)?.name ?? '';
  return {
    ...about,
    columns: [
      { kind: 'name' },
      { kind: 'text' },
      { kind: 'text' },
      { kind: 'text' },
      { kind: 'figure', addsUp: true },
      { kind: 'text' },
    ],
    headings: 1,
    rows: [
      headingRow([
        t('formats.date'),
        t('formats.description'),
        t('formats.line'),
        t('formats.account'),
        t('formats.amount'),
        t('formats.note'),
      ]),
      ...entries.map((entry): SheetRow => ({
        role: 'line',
        cells: [
          { value: entry.date, format: { unit: 'day' } },
          words(entry.what),
          words(entry.line === '' ? '' : (nameOf(document, entry.line) ?? '')),
          words(
            entry.toAccount === '' ? account(entry.account) : `${account(entry.account)} → ${account(entry.toAccount)}`,
          ),
          money(entry.amount / units),
          words(entry.note),
        ],
      })),
    ],
  };
}
