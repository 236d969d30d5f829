import { labelOf, monthInWords, t } from './language.ts';
import {
  TOTALS,
  calculatorsOf,
  groupsWithLines,
  inOrder,
  listOutputsOf,
  listsOf,
  outputId,
  outputsOf,
  planOf,
  quarterOf,
  rangesOf,
  totalOfSide,
  unitOf,
  valueOver,
  yearInWords,
  yearOf,
  type CalculatorTable,
  type PlanModel,
  type Span,
  type MonthRange,
  type Unit,
} from '@haushalt/core';
import type { Table } from './table.ts';

/** States what the outputs of calculators are, as programs know it. */
const OF_CALCULATOR = {
  loans: 'loan',
  savings: 'savings fund',
  taxSchedules: 'tax schedule',
  breakEvens: 'break-even',
} as const satisfies Record<CalculatorTable, string>;

type PlanTableKind = 'assumption' | 'line' | 'group' | 'total' | 'list' | (typeof OF_CALCULATOR)[CalculatorTable];

/** A row of a plan's table as programs know it, in no language. */
export interface PlanTableRow {
  readonly name: string;
  readonly kind: PlanTableKind;
  readonly unit: Unit;
}

/** A plan's figures as a table, one row per assumption, line, group, total, output of a calculator and total of a list's column. */
export function planTable(
  model: PlanModel,
  by: Exclude<Span, 'plan'>,
): Table & { readonly lines: readonly PlanTableRow[] } {
  const { document, calendar } = model;
  const columns = rangesOf(calendar, by);
  const rows: (Omit<PlanTableRow, 'unit'> & { id: string })[] = [
    ...inOrder(document.assumptions.values()).map(({ id, name }) => ({ id, name, kind: 'assumption' as const })),
  ];
  for (const { group, lines } of groupsWithLines(document)) {
    for (const { id, name } of lines) rows.push({ id, name, kind: 'line' });
    // The lines of a memo group count different things, so that group has no total.
    if (totalOfSide(group.side)) rows.push({ id: group.id, name: group.name, kind: 'group' });
  }
  for (const { id, name } of TOTALS) rows.push({ id, name, kind: 'total' });
  for (const calculator of calculatorsOf(document)) {
    const { row, table } = calculator;
    for (const { name } of outputsOf(calculator))
      rows.push({ id: outputId(row.id, name), name: `${row.name}.${name}`, kind: OF_CALCULATOR[table] });
  }
  for (const { id, name } of listsOf(document))
    for (const output of listOutputsOf(document, id))
      rows.push({ id: outputId(id, output.key), name: `${name}.${output.name}`, kind: 'list' });
  return {
    headings: [t('formats.name'), t('formats.kind'), ...columns.map((range) => headingOf(model, range, by))],
    lines: rows.map(({ id, name, kind }) => ({ name, kind, unit: unitOf(document, id) })),
    rows: rows.map((row) => {
      return [
        labelOf(document, row.id) ?? row.name,
        kindInWords(row.kind),
        ...columns.map((range) => valueOver(model, row.id, range)),
      ];
    }),
  };
}

const kindInWords = (kind: PlanTableKind): string => t(`formats.kinds.${kind}`);

function headingOf({ calendar, document }: PlanModel, { from }: MonthRange, by: Span): string {
  const month = calendar.months[from]!;
  const { yearBegins } = calendar;
  const year = yearInWords(yearOf(month, yearBegins), yearBegins);
  if (by === 'year') return year;
  if (by === 'quarter') return `Q${quarterOf(calendar, month)} ${year}`;
  return monthInWords(month, planOf(document).locale, 'short');
}
