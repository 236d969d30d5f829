import { monthInWords, say } from './language.ts';
import {
  CALCULATORS,
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
  stretches,
  totalOfSide,
  unitOf,
  valueOver,
  yearInWords,
  yearOf,
  type PlanModel,
  type Span,
  type Stretch,
  type Unit,
} from '@haushalt/core';
import type { Table } from './table.ts';

/** A plan's figures as a table, one row per assumption, line, group, total output of a calculator and total of a list's column; `units` tells what each row counts. */
export function planTable(model: PlanModel, by: Exclude<Span, 'plan'>): Table & { readonly units: readonly Unit[] } {
  const { document, calendar } = model;
  const columns = stretches(calendar, by);
  const rows: { name: string; kind: string; id: string }[] = [
    ...inOrder(document.assumptions.values()).map(({ id, name }) => ({ id, name, kind: 'assumption' })),
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
      rows.push({ id: outputId(row.id, name), name: `${row.name}.${name}`, kind: say(CALCULATORS[table].word) });
  }
  for (const { id, name } of listsOf(document))
    for (const output of listOutputsOf(document, id))
      rows.push({ id: outputId(id, output.key), name: `${name}.${output.name}`, kind: 'list' });
  return {
    headings: ['Name', 'Kind', ...columns.map((stretch) => headingOf(model, stretch, by))],
    units: rows.map((row) => unitOf(document, row.id)),
    rows: rows.map((row) => {
      return [row.name, row.kind, ...columns.map((stretch) => valueOver(model, row.id, stretch))];
    }),
  };
}

function headingOf({ calendar, document }: PlanModel, { from }: Stretch, by: Span): string {
  const month = calendar.months[from]!;
  const { yearBegins } = calendar;
  const year = yearInWords(yearOf(month, yearBegins), yearBegins);
  if (by === 'year') return year;
  if (by === 'quarter') return `Q${quarterOf(calendar, month)} ${year}`;
  return monthInWords(month, planOf(document).locale, 'short');
}
